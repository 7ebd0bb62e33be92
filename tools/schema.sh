#!/usr/bin/env bash
# The tables that the migrations make are those that the entities ask for.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
SNUGFIT_DATA=$(mktemp -d)
export SNUGFIT_DATA
trap 'rm -rf "$SNUGFIT_DATA"' EXIT
php bin/console doctrine:migrations:migrate --no-interaction --quiet
php bin/console doctrine:schema:validate --no-interaction
