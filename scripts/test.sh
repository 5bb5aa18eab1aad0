#!/usr/bin/env bash
# Everything that CI runs, installing what it needs: packages, Debian's chromium, PostgreSQL, and other people's readers
# of what we write: hledger, beancount, qpdf, xmllint, pdfdetach.
set -euo pipefail
cd "$(dirname "$0")/.."
export ASTRO_TELEMETRY_DISABLED=1
# The tests make failures on purpose; what they report is asserted, not printed.
export OSTENDO_LOG=silent

say() { printf '\n== %s\n' "$*"; }

missing=()
[ -x /usr/bin/chromium ] || missing+=(chromium)
ls /usr/lib/postgresql/*/bin/postgres >/dev/null 2>&1 || missing+=(postgresql)
command -v hledger >/dev/null || missing+=(hledger)
command -v qpdf >/dev/null || missing+=(qpdf)
command -v xmllint >/dev/null || missing+=(libxml2-utils)
command -v pdfdetach >/dev/null || missing+=(poppler-utils)
command -v bean-check >/dev/null || missing+=(beancount)
if [ ${#missing[@]} -gt 0 ]; then
  say "Installing ${missing[*]}"
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "${missing[@]}" >/dev/null
fi
[ -f node_modules/.package-lock.json ] || { say 'Installing packages'; npm ci --no-audit --no-fund; }

# What waits for a database, for a disk or for one core goes beside what waits for another: two cores are busy all the time.
checks=$(mktemp)
server=$(mktemp)
fuzzer=$(mktemp)
trap 'rm -f "$checks" "$server" "$fuzzer"' EXIT
(
  set -e
  # It reads what is TypeScript alone as well.
  npx astro check --minimumFailingSeverity error
  npx eslint .
  npx prettier --check . --log-level warn
  npx knip --no-progress
  npx depcruise src --no-progress
  node scripts/picture.mjs --check
) >"$checks" 2>&1 &
checking=$!
node scripts/withPostgres.mjs npx mocha --config .mocharc.server.json >"$server" 2>&1 &
serving=$!

say 'Unit and use-case tests on PGlite'
npx mocha

say 'Types, lint, format'
wait "$checking" || {
  cat "$checks"
  exit 1
}

say 'The use-case tests on PostgreSQL'
wait "$serving" || {
  cat "$server"
  exit 1
}
grep -E 'passing|pending' "$server"

say 'Build, and the journeys in a real browser'
node --input-type=module -e "import { buildIfChanged } from './scripts/common.mjs'; buildIfChanged();"
npx tsx testing/fuzz/main.ts --requests 1000 --seed 1 >"$fuzzer" 2>&1 &
fuzzing=$!
npx mocha --config .mocharc.e2e.json

say 'A tenth of the fuzzer'
wait "$fuzzing" || {
  cat "$fuzzer"
  exit 1
}
tail -n 3 "$fuzzer"
