# A database of its own for a run of tests, gone when the run ends. Sourced from the project's folder.
# shellcheck source=setup.sh
. scripts/setup.sh
# shellcheck source=cluster.sh
. scripts/cluster.sh
unset DATABASE_URL KELVIT_APP_DATABASE_URL KELVIT_NOW
find_postgres
data=$(mktemp -d) && chmod 755 "$data"
end() { # only what this run started, and what a test that failed left running in its folder
   for d in "$data"/*/; do [ ! -e "$d/cluster" ] || ./kelvit stop --data "$d" >/dev/null 2>&1 || true; done
   stop_cluster || true; rm -rf "$(readlink -f "$data/cluster" 2>/dev/null || echo "$data/none")" "$data"; }
trap end EXIT
start_cluster
export KELVIT_TEST_DATABASE_URL=$DATABASE_URL KELVIT_TEST_DATA=$data
