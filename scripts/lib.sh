# Shared by start, test and .ci/run: what the project needs on its machine, and a PostgreSQL cluster of its own.
set -euo pipefail

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"

say() { printf '· %s\n' "$*"; }
fail() { printf 'Neat Bore: %s\n' "$*" >&2; exit 1; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null 2>&1; then sudo "$@"
  else fail "needs root to install packages: run it as root, or install sudo. Wanted: $*"; fi
}

install_packages() {
  say "Installing $*"
  # One retry: a mirror that was just updated can miss a package for a moment.
  as_root env DEBIAN_FRONTEND=noninteractive sh -c '
    apt-get update -qq && apt-get install -y -qq --no-install-recommends "$@" >/dev/null ||
    { apt-get update -qq; apt-get install -y -qq --no-install-recommends "$@" >/dev/null; }' sh "$@" ||
    fail "could not install $*; see the lines above"
}

need_toolchains() {
  command -v dotnet >/dev/null 2>&1 || fail "needs the .NET 10 SDK (dotnet) on the PATH"
  dotnet --version >/dev/null 2>&1 || fail "needs .NET SDK 10; found: $(dotnet --list-sdks | tr '\n' ' ')"
  command -v npm >/dev/null 2>&1 || fail "needs Node.js 20 or newer with npm on the PATH"
}

# --- PostgreSQL: a cluster of the project's own, on loopback, with a password of its own -------------------------

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1; }

need_postgres() {
  [ -x "$(pg_bin)/initdb" ] && return
  # Debian's server package starts a cluster for the whole system unless it is told not to.
  as_root mkdir -p /etc/postgresql-common/createcluster.d
  echo 'create_main_cluster = false' | as_root tee /etc/postgresql-common/createcluster.d/neat-bore.conf >/dev/null
  install_packages postgresql
  as_root rm -f /etc/postgresql-common/createcluster.d/neat-bore.conf
  [ -x "$(pg_bin)/initdb" ] || fail "PostgreSQL was installed but its initdb is not in /usr/lib/postgresql"
}

# PostgreSQL refuses to run as root: then it runs as the user that Debian's package made. That user keeps the right
# to pass through folders that only root may enter, since the project may lie in one.
as_db() {
  if [ "$(id -u)" = 0 ]; then
    setpriv --reuid=postgres --regid=postgres --init-groups \
      --inh-caps=+dac_read_search --ambient-caps=+dac_read_search env HOME=/tmp "$@"
  else "$@"; fi
}

# pg_start FOLDER PORT: makes the cluster if need be and starts it. The password is in FOLDER.password.
pg_start() {
  local dir=$1 port=$2 secret=$1.password bin
  bin=$(pg_bin)
  if [ ! -s "$dir/PG_VERSION" ]; then
    say "Making a database cluster in ${dir#"$root"/}"
    rm -rf "$dir"; mkdir -p "$dir"
    (umask 077; od -An -N24 -tx1 /dev/urandom | tr -d ' \n' >"$secret")
    if [ "$(id -u)" = 0 ]; then chown postgres "$dir" "$secret"; fi
    chmod 700 "$dir"
    as_db "$bin/initdb" -D "$dir" -U neatbore -E UTF8 --locale=C.UTF-8 --auth=scram-sha-256 --pwfile="$secret" >"$dir.log" 2>&1 ||
      fail "initdb failed; see $dir.log"
  fi
  if as_db "$bin/pg_ctl" -D "$dir" status >/dev/null 2>&1; then return; fi
  touch "$dir.log"; if [ "$(id -u)" = 0 ]; then chown postgres "$dir.log"; fi
  as_db "$bin/pg_ctl" -D "$dir" -l "$dir.log" -w -t 60 \
    -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >/dev/null ||
    fail "PostgreSQL did not start on port $port; the end of $dir.log says: $(tail -n 2 "$dir.log" | tr '\n' ' ')"
}

# pg_stop FOLDER [MODE]
pg_stop() { as_db "$(pg_bin)/pg_ctl" -D "$1" -m "${2:-fast}" -w stop >/dev/null 2>&1 || true; }

pg_port() { sed -n 4p "$1/postmaster.pid" 2>/dev/null; }

free_port() { node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }

# --- Building ----------------------------------------------------------------------------------------------------

web_packages() {
  if [ ! -f web/node_modules/.installed ] || [ web/package-lock.json -nt web/node_modules/.installed ]; then
    say "Installing the front end's packages"
    (cd web && npm ci --no-audit --no-fund --loglevel=error) || fail "npm ci failed; see the lines above"
    touch web/node_modules/.installed
  fi
}

build_web() {
  web_packages
  say "Building the front end"
  (cd web && npm run --silent build) || fail "the front end did not build; see the lines above"
}
