# Keeps server and database running until told to stop. Sourced by ./kelvit.

# Exit status of the server when it was started wrongly and starting it again does not help.
CONFIGURED_WRONG=78
LONGEST_PAUSE=15
# Ends of a server in one minute that are still taken for bad luck.
MOST_ENDS=30
# Seconds between two questions whether the database answers, and how many may stay unanswered.
ASK_EVERY=5
MOST_SILENT=4

serve() {
  hold_data start
  identity $$ > "$data/kelvit.pid"
  need_node
  need_packages
  need_build
  end_server
  stopping=0 server='' vite='' own=0 silent=0 asked=0
  trap 'stopping=1; [ -z "$server" ] || kill "$server" 2>/dev/null || true' INT TERM HUP
  if [ -z "${DATABASE_URL:-}" ]; then
    need_postgres
    own=1
    start_cluster || [ "$stopping" = 1 ] || die "the database does not start; see $(cluster_path)/postgres.log"
  fi
  export PORT=$port KELVIT_DEMO=$demo KELVIT_NOW=$now KELVIT_WEB=web/dist KELVIT_MIGRATIONS=server/drizzle KELVIT_KEPT=1
  if [ "$house" = 1 ]; then export KELVIT_HOUSE="$data/house" KELVIT_HTTPS_PORT="${https_port:-$((port + 1))}"; fi
  KELVIT_OPERATOR_TOKEN=$(operator_token)
  export KELVIT_OPERATOR_TOKEN
  if [ "$dev" = 1 ]; then KELVIT_API="http://127.0.0.1:$port" npx vite --config web/vite.config.ts web 9>&- & vite=$!; fi
  status=0
  keep_serving || status=$?
  [ -z "$vite" ] || kill "$vite" 2>/dev/null || true
  [ "$own" = 0 ] || stop_cluster
  rm -f "$data/kelvit.pid" "$data/server.pid" "$data/ready"
  exit "$status"
}

# One server after another: one that ends by itself is started again. At once when it had served;
# after a pause that grows when it cannot even begin, or ends over and over within a minute.
keep_serving() {
  local pause=0.2 ready=0 ended ends=0 minute=$SECONDS
  while [ "$stopping" = 0 ]; do
    rm -f "$data/ready"
    KELVIT_READY="$data/ready" node --enable-source-maps server/dist/main.js 9>&- &
    server=$!
    identity "$server" > "$data/server.pid" || true
    watch_over
    ended=0
    wait "$server" 2>/dev/null || ended=$?
    server=''
    [ "$stopping" = 0 ] || return 0
    if [ $((SECONDS - minute)) -ge 60 ]; then minute=$SECONDS ends=0; fi
    ends=$((ends + 1))
    if [ -e "$data/ready" ]; then
      ready=1
      [ "$ends" -ge "$MOST_ENDS" ] || pause=0.2
    fi
    if [ "$ended" = "$CONFIGURED_WRONG" ] && [ "$ready" = 0 ]; then return 1; fi
    note "the server ended (status $ended); starting it again in ${pause}s"
    nap "$pause"
    pause=$(longer "$pause")
  done
}

longer() { awk -v p="$1" -v most="$LONGEST_PAUSE" 'BEGIN { p = p < 1 ? 1 : p * 2; print p < most ? p : most }'; }

# Sleeps, but wakes for a signal.
nap() { local s; sleep "$1" 9>&- & s=$!; wait "$s" || true; kill "$s" 2>/dev/null || true; }

# Until the server ends: tends the database beside it, and ends a server that does not end when told.
watch_over() {
  local told='' s
  while running "$server"; do
    sleep 0.5 9>&- & s=$!
    wait -n "$server" "$s" 2>/dev/null || true
    kill "$s" 2>/dev/null || true
    if [ "$stopping" = 1 ]; then
      told=${told:-$SECONDS}
      kill "$server" 2>/dev/null || true
      [ $((SECONDS - told)) -lt 10 ] || kill -KILL "$server" 2>/dev/null || true
    elif [ "$own" = 1 ]; then tend_cluster; fi
  done
}

# A database that died is started again, one that does not answer is ended first. Its port stays the same;
# when somebody else took it meanwhile, the server is started again with the new one.
tend_cluster() {
  local before=$DATABASE_URL
  if cluster_runs; then
    [ $((SECONDS - asked)) -ge "$ASK_EVERY" ] || return 0
    asked=$SECONDS
    local answer=0
    "$pgbin/pg_isready" -q -t 3 -d "$DATABASE_URL" || answer=$?
    # 1 is "not yet": it starts or recovers, and is left to it.
    if [ "$answer" != 2 ]; then silent=0; return 0; fi
    silent=$((silent + 1))
    [ "$silent" -ge "$MOST_SILENT" ] || return 0
    note "the database has not answered for $((silent * ASK_EVERY)) seconds; ending it"
    kill_cluster
  fi
  silent=0
  note 'the database is gone; starting it again'
  start_cluster || { note 'the database does not start yet'; nap 2; return 0; }
  if [ "$DATABASE_URL" != "$before" ]; then kill "$server" 2>/dev/null || true; fi
}

# Ends a server that was left behind by a kelvit that was killed, and nothing else.
end_server() {
  [ -f "$data/server.pid" ] || return 0
  local pid _rest
  read -r pid _rest < "$data/server.pid" || return 0
  for i in $(seq 100); do
    alive "$data/server.pid" || break
    if [ "$i" -lt 60 ]; then kill -TERM "$pid" 2>/dev/null || true; else kill -KILL "$pid" 2>/dev/null || true; fi
    sleep 0.1
  done
  rm -f "$data/server.pid"
}

stop() {
  if alive "$data/kelvit.pid"; then
    local pid _rest
    read -r pid _rest < "$data/kelvit.pid"
    kill -TERM "$pid"
    for _ in $(seq 1200); do alive "$data/kelvit.pid" || break; sleep 0.1; done
    alive "$data/kelvit.pid" && die "Kelvit ($pid) does not stop"
  fi
  hold_data stop
  end_server
  if [ -d "$data/cluster" ]; then find_postgres && stop_cluster; fi
  rm -f "$data/kelvit.pid" "$data/ready"
  echo 'Kelvit is stopped'
}
