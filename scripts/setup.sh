# What a fresh Debian machine lacks, put there once. Sourced by ./kelvit.

die() { echo "kelvit: $*" >&2; exit 1; }
say() { echo "kelvit: $*" >&2; }

# A line of the log, with its time.
note() { echo "kelvit: $(date -u +%Y-%m-%dT%H:%M:%SZ) $*" >&2; }

# Whether a process runs; a zombie that nobody has reaped yet does not.
running() { local s; s=$(sed 's/.*) //' "/proc/$1/stat" 2>/dev/null) && [ -n "$s" ] && [ "${s%% *}" != Z ]; }

# A process by its number, the moment it began and the machine's own start: a number that
# is used again, also by another container on the same disk, is not mistaken for it.
identity() {
  local began
  began=$(sed 's/.*) //' "/proc/$1/stat" 2>/dev/null | cut -d' ' -f20)
  [ -n "$began" ] && echo "$1 $began $(cat /proc/sys/kernel/random/boot_id)"
}

# Whether the very process that a pid file names still runs.
alive() {
  local pid rest
  [ -f "$1" ] && read -r pid rest < "$1" && [ -n "$rest" ] && running "$pid" && [ "$(identity "$pid")" = "$pid $rest" ]
}

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null; then say "installing needs root:" && sudo "$@"
  else die "this needs root once: $*"; fi
}

apt_install() {
  say "installing $* from Debian's packages"
  as_root env DEBIAN_FRONTEND=noninteractive sh -c 'apt-get update -qq && apt-get install -y -qq --no-install-recommends "$@" >/dev/null' sh "$@" </dev/null
}

need_node() {
  command -v node >/dev/null || die 'Node 20 or newer is needed'
  node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)' || die "Node 20 or newer is needed, this is $(node --version)"
}

find_postgres() {
  pgbin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
  [ -n "$pgbin" ] && [ -x "$pgbin/initdb" ]
}

need_postgres() {
  find_postgres && return
  # Debian would make and start a cluster of its own; Kelvit makes a private one.
  as_root sh -c 'mkdir -p /etc/postgresql-common/createcluster.d && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.d/kelvit.conf'
  apt_install postgresql
  find_postgres || die 'PostgreSQL could not be installed'
}

# What the fail-over drill sets up by itself; Debian's own services of it are for nobody here.
need_fail_over() {
  for part in patroni etcd haproxy pgbouncer; do
    command -v "$part" >/dev/null || [ -x "/usr/sbin/$part" ] || {
      apt_install "$(test "$part" = etcd && echo etcd-server || echo "$part")"
      if [ -d /run/systemd/system ]; then as_root systemctl disable --now "$part" >/dev/null 2>&1 || true; fi
    }
  done
}

need_curl() { command -v curl >/dev/null || apt_install curl; }

# The shell without a window is the same browser with less around it: the journeys take a fifth less time.
need_chromium() { [ -x /usr/bin/chromium-headless-shell ] || apt_install chromium-headless-shell || [ -x /usr/bin/chromium ] || apt_install chromium; }

# What the browser tests of the house need: a network of their own, and a browser's trust store.
need_house_tools() {
  command -v ip >/dev/null || apt_install iproute2
  command -v certutil >/dev/null || apt_install libnss3-tools
}

need_packages() { have_packages || in_turn fetch_packages; }

have_packages() { [ node_modules/.package-lock.json -nt package-lock.json ]; }

fetch_packages() {
  have_packages && return
  say 'fetching packages'
  npm ci --no-audit --no-fund --loglevel=error >&2
  touch node_modules/.package-lock.json
}

need_build() { have_build || in_turn make_build; }

have_build() {
  local stamp=node_modules/.kelvit-built
  [ -f "$stamp" ] && [ -f web/dist/index.html ] && [ -f server/dist/main.js ] &&
    [ -z "$(find core contract server web package-lock.json -newer "$stamp" -not -path '*/dist/*' -not -path '*/test/*' -not -path '*/node_modules/*' -type f -print -quit)" ]
}

make_build() {
  have_build && return
  say 'building'
  local begun; begun=$(mktemp)
  npm run build --silent >&2
  touch -r "$begun" node_modules/.kelvit-built && rm -f "$begun"
}
