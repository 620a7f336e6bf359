# Shared by start, test and .ci/run: what the project needs on its machine, and a PostgreSQL cluster of its own.
set -euo pipefail

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"

# What runs here runs once: a profile for a second compilation costs the compiler a third of its time and is never used.
export DOTNET_TieredPGO=0

say() { printf '· %s\n' "$*"; }
fail() { printf 'Neat Bore: %s\n' "$*" >&2; exit 1; }

# part WHAT COMMAND…: runs a part of the set-up and says how long it took, where that was felt.
part() {
  local what=$1 from=$SECONDS; shift
  "$@"
  [ $((SECONDS - from)) -lt 2 ] || say "$what: $((SECONDS - from)) s"
}

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

# publish_server FOLDER: the server as it ships, compiled ahead for this machine where the compiler for that can be had, so that the first
# hand at a screen does not wait for it. Whoever opens the app waits for no analysis of its code: ./test does that.
publish_server() {
  local rid ahead=()
  case $(uname -m) in aarch64) rid=linux-arm64 ;; *) rid=linux-x64 ;; esac
  if dotnet restore src/NeatBore.Server -r "$rid" -p:PublishReadyToRun=true -v quiet >/dev/null 2>&1; then
    ahead=(-r "$rid" --no-self-contained -p:PublishReadyToRun=true)
  fi
  dotnet publish src/NeatBore.Server -c Release "${ahead[@]}" -p:RunAnalyzers=false -o "$1" --nologo -v quiet || fail "the server did not build; see the lines above"
}

# publish_gauges FOLDER: the stand-ins that ship with it.
publish_gauges() {
  dotnet publish src/NeatBore.Gauges.Simulated -c Release -p:RunAnalyzers=false -o "$1" --nologo -v quiet ||
    fail "the simulated gauges did not build; see the lines above"
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

# pg_pid FOLDER: the process that the cluster in FOLDER runs as; fails where there is none. The number in its pid file may
# have gone to another program since, so the process must be a PostgreSQL that was started on this very folder.
pg_pid() {
  local pid arg
  pid=$(sed -n 1p "$1/postmaster.pid" 2>/dev/null)
  [[ $pid =~ ^[0-9]+$ ]] && [ "$(cat "/proc/$pid/comm" 2>/dev/null)" = postgres ] || return 1
  while IFS= read -r -d '' arg; do
    if [ "$arg" -ef "$1" ]; then echo "$pid"; return 0; fi
  done <"/proc/$pid/cmdline"
  return 1
}

pg_port() { sed -n 4p "$1/postmaster.pid" 2>/dev/null; }

# pg_answers FOLDER: whether it runs and takes connections.
pg_answers() { pg_pid "$1" >/dev/null && "$(pg_bin)/pg_isready" -q -h 127.0.0.1 -p "$(pg_port "$1")"; }

pg_secret() { (umask 077; od -An -N24 -tx1 /dev/urandom | tr -d ' \n' >"$1"); }

# pg_make FOLDER: a new cluster, made beside its place and moved there whole, so that one that was cut short leaves nothing.
pg_make() {
  local dir=$1 secret=$1.password
  say "Making a database cluster in ${dir#"$root"/}"
  rm -rf "$dir" "$dir.new"; mkdir -p "$dir.new"
  pg_secret "$secret"
  if [ "$(id -u)" = 0 ]; then chown postgres "$dir.new" "$secret"; fi
  chmod 700 "$dir.new"
  as_db "$(pg_bin)/initdb" -D "$dir.new" -U neatbore -E UTF8 --locale=C.UTF-8 --auth=scram-sha-256 --pwfile="$secret" >>"$dir.log" 2>&1 ||
    fail "initdb failed; see $dir.log"
  mv -T "$dir.new" "$dir" || fail "could not move the new cluster to $dir"
}

# pg_start FOLDER PORT: makes the cluster if need be and starts it; one that runs already is left as it is, and pg_started
# says which it was. FOLDER.password is the owner's, FOLDER.app.password that of the role that the app works as.
pg_started=
pg_start() {
  local dir=$1 port=$2 pid code=0
  (umask 077; touch "$dir.log"); chmod 600 "$dir.log"
  if [ "$(id -u)" = 0 ]; then chown postgres "$dir.log"; fi
  (
    flock 9
    [ -s "$dir/PG_VERSION" ] || pg_make "$dir"
    [ -s "$dir.app.password" ] || pg_secret "$dir.app.password"
    for _ in {1..600}; do
      pg_pid "$dir" >/dev/null || break
      if pg_answers "$dir"; then exit 10; fi
      sleep 0.1
    done
    # A pid file that names another live program would keep PostgreSQL from starting for ever.
    pid=$(sed -n 1p "$dir/postmaster.pid" 2>/dev/null) || true
    if [[ $pid =~ ^[0-9]+$ ]] && [ -d "/proc/$pid" ] && ! pg_pid "$dir" >/dev/null; then rm -f "$dir/postmaster.pid"; fi
    as_db "$(pg_bin)/pg_ctl" -D "$dir" -l "$dir.log" -w -t 60 \
      -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >/dev/null 9>&- ||
      fail "PostgreSQL did not start on port $port; the end of $dir.log says: $(tail -n 2 "$dir.log" | tr '\n' ' ')"
  ) 9>"$dir.lock" || code=$?
  case $code in 0) pg_started=yes ;; 10) ;; *) return "$code" ;; esac
}

# pg_stop FOLDER [MODE]
pg_stop() {
  pg_pid "$1" >/dev/null || return 0
  as_db "$(pg_bin)/pg_ctl" -D "$1" -m "${2:-fast}" -w stop >/dev/null 2>&1 || true
}

# pg_url FOLDER [app]: where the cluster is, as its owner or as the role that the app works as.
pg_url() {
  echo "Host=127.0.0.1;Port=$(pg_port "$1");Username=neatbore${2:+_$2};Password=$(cat "$1${2:+.$2}.password");GSS Encryption Mode=Disable;SSL Mode=Disable"
}

# --- What runs here ------------------------------------------------------------------------------------------------

# named_in PIDFILE WORD: the process that a file names, if it still is one of the project's own: its id may be somebody else's by now.
named_in() {
  local pid
  pid=$(cat "$1" 2>/dev/null) || return 1
  [[ $pid =~ ^[0-9]+$ ]] && [ -r "/proc/$pid/cmdline" ] && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -qF -- "$2" && echo "$pid"
}

# serves_elsewhere DATA PORT: whether another scripts/serve works on the cluster in DATA.
serves_elsewhere() {
  local file
  for file in "$1"/serve-*.pid; do
    [ "$file" = "$1/serve-$2.pid" ] || ! named_in "$file" scripts/serve >/dev/null || return 0
  done
  return 1
}

# take_over DATA PORT: ends the app and the gauges that a scripts/serve left running at PORT when it was killed; fails where one still
# looks after them.
take_over() {
  local pid what
  if pid=$(named_in "$1/serve-$2.pid" scripts/serve) && [ "$pid" != $$ ]; then
    fail "is open already at http://127.0.0.1:$2; end that ./start first, or start another with --port $(($2 + 10))"
  fi
  for what in app gauges; do
    pid=$(named_in "$1/$what-$2.pid" "--port") || continue
    say "Taking over from a ./start that was killed: ending $what, process $pid"
    kill "$pid" 2>/dev/null || true
    for _ in {1..100}; do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
    kill -9 "$pid" 2>/dev/null || true
  done
}

# answers PORT: whether the app there says that it is ready.
answers() { node -e 'fetch("http://127.0.0.1:'"$1"'/api/health").then(r=>process.exit(r.ok?0:1),()=>process.exit(1))'; }

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

# What is packed (walks, states) is read in a diff as what is in it.
readable_diffs() { git config diff.packed.textconv 'gzip -dc' 2>/dev/null || true; }
