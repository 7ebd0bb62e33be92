#!/usr/bin/env bash
# All checks, or one part of them: style, analyse, schema, scripts, units, browser. The last lines say what ran.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"
part=${1:-all}
case "$part" in
  all|style|analyse|schema|scripts|units|browser) ;;
  *) echo "Snugfit tests style, analyse, schema, scripts, units or browser, or all of them; not \"$part\"." >&2; exit 1 ;;
esac
tools/setup.sh test

ran=()
failed=()
run() {
  local name=$1 began=$SECONDS; shift
  if [ "$part" != all ] && [ "$part" != "${name%% *}" ]; then return; fi
  echo "== $name"
  if "$@"; then ran+=("$name: passed, $((SECONDS - began)) s"); else failed+=("$name: FAILED"); fi
}
run "style (PHP-CS-Fixer, Biome, lines, licences)" composer run-script style
run "analyse (PHPStan, architecture, TypeScript)" composer run-script analyse
run "schema (Doctrine)" composer run-script schema
run "scripts (node --test)" composer run-script scripts
run "units (PHPUnit)" vendor/bin/paratest --no-progress --processes=2
run "browser (Playwright, axe)" node_modules/.bin/playwright test

echo "== what ran"
[ ${#ran[@]} -eq 0 ] || printf '%s\n' "${ran[@]}"
if [ ${#failed[@]} -gt 0 ]; then printf '%s\n' "${failed[@]}"; exit 1; fi
