#!/usr/bin/env bash
# Core, server and browser tests on a database and ports of their own. Run by ./kelvit test.
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=own-database.sh
. scripts/own-database.sh
status=0
unit() { local json=$1; shift; npx vitest run --reporter=default --reporter=json --outputFile.json="$data/$json.json" "$@"; }
journeys() { local json=$1; shift; PLAYWRIGHT_JSON_OUTPUT_NAME="$data/$json.json" npx playwright test --config e2e/playwright.config.ts --output "test-results/$json" --reporter=list,json "$@"; }
# Core and pages need no database: they run beside the server's tests and are told after them. So do the made-up requests.
beside() { local bad=0; unit core --project core --project web --project device --maxWorkers 1 || bad=1; unit fuzz --project fuzz || bad=1; return "$bad"; }
beside > "$data/core.txt" 2>&1 &
core=$!
# What is killed and comes back mostly waits: it runs beside them too. More at once would only be in each other's way.
journeys kept keeps-running --workers 1 > "$data/kept.txt" 2>&1 &
kept=$!
unit server --project server || status=1
wait "$core" || status=1
cat "$data/core.txt"
wait "$kept" || status=1
cat "$data/kept.txt"
journeys browser --grep-invert keeps-running || status=1
node scripts/count-tests.mjs "$data/core.json" "$data/fuzz.json" "$data/server.json" "$data/kept.json" "$data/browser.json" || status=1
exit "$status"
