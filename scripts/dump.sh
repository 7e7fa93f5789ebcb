#!/usr/bin/env bash
# Leaves a dump of this version with the demo household in it among the tests, for versions to come.
#   scripts/dump.sh 0014
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=own-database.sh
. scripts/own-database.sh
export KELVIT_MIGRATIONS=server/drizzle KELVIT_NOW=2026-08-14T17:00 PORT=0
DATABASE_URL=$KELVIT_TEST_DATABASE_URL node server/dist/main.js & server=$!
for _ in $(seq 100); do [ "$("$pgbin/psql" -At "$KELVIT_TEST_DATABASE_URL" -c 'select count(*) from households' 2>/dev/null)" = 1 ] && break; sleep 0.2; done
sleep 1
kill "$server"; wait "$server" || true
mkdir -p server/test/dumps
"$pgbin/pg_dump" --inserts --rows-per-insert=200 --no-owner "$KELVIT_TEST_DATABASE_URL" | grep -v '^\\' | gzip -9n > "server/test/dumps/${1:?which version}.sql.gz"
ls -l server/test/dumps
