#!/usr/bin/env bash
# Core, server and browser tests on a database and ports of their own. Run by ./kelvit test.
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=setup.sh
. scripts/setup.sh
# shellcheck source=cluster.sh
. scripts/cluster.sh
unset DATABASE_URL KELVIT_APP_DATABASE_URL KELVIT_NOW
find_postgres
data=$(mktemp -d) && chmod 755 "$data"
end() { # only what this run started
   stop_cluster || true; rm -rf "$(readlink -f "$data/cluster" 2>/dev/null || echo "$data/none")" "$data"; }
trap end EXIT
start_cluster
export KELVIT_TEST_DATABASE_URL=$DATABASE_URL KELVIT_TEST_DATA=$data
status=0
npx vitest run --reporter=default --reporter=json --outputFile.json="$data/vitest.json" || status=1
PLAYWRIGHT_JSON_OUTPUT_NAME="$data/playwright.json" npx playwright test --config e2e/playwright.config.ts --reporter=list,json || status=1
node scripts/count-tests.mjs "$data/vitest.json" "$data/playwright.json" || status=1
exit "$status"
