#!/usr/bin/env bash
# Made-up requests, many more than the tests send: npm run fuzz -- [seed] [requests] [seconds]
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=own-database.sh
. scripts/own-database.sh
export KELVIT_FUZZ_SEED=${1:-$RANDOM} KELVIT_FUZZ_REQUESTS=${2:-200000} KELVIT_FUZZ_SECONDS=${3:-3600}
npx vitest run --project fuzz
