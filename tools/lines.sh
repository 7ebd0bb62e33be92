#!/usr/bin/env bash
# No line of ours is longer than one reads at a glance.
set -euo pipefail
most=140
cd "$(dirname "${BASH_SOURCE[0]}")/.."
long=$(git ls-files src templates assets tools bin config ':!*.svg' ':!*.state' | LC_ALL=C.UTF-8 xargs awk -v most=$most \
  'length > most { print FILENAME ":" FNR ": " length }')
[ -z "$long" ] || { echo "Lines over $most characters:"; echo "$long"; exit 1; }
