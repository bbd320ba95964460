# What bin/start and bin/test stand on: installing what is missing, and a PostgreSQL cluster of the project's own.
# Sourced by them from the project's folder.

# Where databases, reports and what is installed are written down.
DATA=${PLUMBAGO_DATA:-.data}

say() { printf '%s\n' "$*" >&2; }
stop_with() { say "$*"; exit 1; }

# Whether something can be written, and a database has a little room.
need_room() {
  local why
  why=$({ mkdir -p "$DATA" && head -c 4194304 /dev/zero >"$DATA/.room"; } 2>&1) && { rm -f "$DATA/.room"; return; }
  rm -f "$DATA/.room" 2>/dev/null || true
  case "$why" in
    *"No space left"*) stop_with "The disk is full: there is no room in $DATA." ;;
    *) stop_with "Nothing can be written in $DATA: ${why##*: }." ;;
  esac
}

need_node() {
  command -v node >/dev/null 2>&1 || stop_with "Node.js 20 is needed and not on this machine."
  node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)' || stop_with "Node.js 20 or later is needed; this is $(node --version)."
}

# apart LOG COMMAND…: runs a command so that a signal ends it and us at once; what it says goes to the log.
apart() {
  local log=$1 child
  shift
  "$@" >"$log" 2>&1 &
  child=$!
  trap 'kill "$child" 2>/dev/null; exit 1' INT TERM QUIT HUP
  if wait "$child"; then trap - INT TERM QUIT HUP; else trap - INT TERM QUIT HUP; return 1; fi
}

# need_package PROBE PACKAGE: installs a Debian package where the probe finds nothing.
need_package() {
  if eval "$1" >/dev/null 2>&1; then return; fi
  local as=()
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null || stop_with "Debian's package “$2” is missing, and this user may not install it: run this as root, or as a user with sudo."
    as=(sudo -n)
  fi
  command -v apt-get >/dev/null 2>&1 || stop_with "Debian's package “$2” is missing, and there is no apt-get here to install it."
  say "Installing $2 (a few seconds to a minute)…"
  { apart "$DATA/update.log" "${as[@]}" apt-get update \
    && apart "$DATA/install.log" "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$2"; } \
    || { tail -n 5 "$DATA/update.log" "$DATA/install.log" >&2; stop_with "Debian's package “$2” could not be installed; the whole report is in $DATA/install.log."; }
}

# need_pdf: what reads PDF; without it everything else works, and a PDF is refused in a sentence.
need_pdf() {
  (need_package 'command -v qpdf' qpdf && need_package 'command -v pdftocairo' poppler-utils) \
    || say "PDF artwork can’t be read on this machine; everything else works."
}

# modules_stamp KIND: what node_modules/.installed holds where packages are installed as they should be.
modules_stamp() { echo "$(sha256sum package-lock.json | cut -d' ' -f1) $1"; }

# have_modules KIND: whether the packages are there: those to run and build with (runtime), or those to test with, too (all).
have_modules() {
  local found
  found=$(cat node_modules/.installed 2>/dev/null) || return 1
  [ "$found" = "$(modules_stamp all)" ] || [ "$found" = "$(modules_stamp "$1")" ]
}

# install_modules KIND: as the lock file says. Scripts of packages are not run: none is needed, and each takes time.
install_modules() {
  local how=(--no-audit --no-fund --ignore-scripts)
  [ "$1" = all ] || how+=(--omit=dev --omit=peer)
  # a registry that lays packages out in its own way is asked where they are
  if node bin/lock-addresses.mjs && apart "$DATA/npm.log" npm ci "${how[@]}"; then
    rm -f npm-shrinkwrap.json
    return
  fi
  rm -f npm-shrinkwrap.json
  apart "$DATA/npm.log" npm ci "${how[@]}"
}

# need_modules KIND: installs packages where they are not as the lock file says; those for tests stay where they were there.
need_modules() {
  local kind=$1
  have_modules "$kind" && return
  case "$(cat node_modules/.installed 2>/dev/null)" in *' all') kind=all ;; esac
  say "Installing packages (half a minute or so)…"
  install_modules "$kind" || { tail -n 15 "$DATA/npm.log" >&2; stop_with "The packages could not be installed; the whole report is in $DATA/npm.log."; }
  modules_stamp "$kind" >node_modules/.installed
}

# Builds where the sources are newer than the build.
need_build() {
  local stamp
  stamp=$(pwd)-$(find app core server render public nuxt.config.ts package-lock.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
  if [ "$(cat .output/.built 2>/dev/null)" = "$stamp" ]; then
    need_commands
    return
  fi
  say "Building the app (half a minute or so)…"
  apart "$DATA/build.log" npx --no-install nuxt build || { tail -n 25 "$DATA/build.log" >&2; stop_with "The build failed; the whole report is in $DATA/build.log."; }
  echo "$stamp" >.output/.built
  need_commands
}

# Builds the command line beside the server, where a source of it is newer than what was built.
need_commands() {
  [ -e .output/cli/.built ] && [ -z "$(find bin core render server package-lock.json -newer .output/cli/.built -type f -print -quit)" ] && return
  apart "$DATA/build-commands.log" node bin/build-cli.mjs || { tail -n 25 "$DATA/build-commands.log" >&2; stop_with "The command line could not be built; the whole report is in $DATA/build-commands.log."; }
}

free_port() { node -e 'const s=require("node:net").createServer();s.listen(Number(process.argv[1]),"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()});s.on("error",()=>{s.listen(0,"127.0.0.1")})' "$1"; }

as_postgres() {
  if [ "$(id -u)" -eq 0 ]; then (cd / && setpriv --reuid=postgres --regid=postgres --init-groups -- "$@"); else "$@"; fi
}

postgres_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

# cluster_home NAME: the folder of a cluster; where root's clone is out of postgres's reach, a folder that is not.
cluster_home() {
  local home
  mkdir -p "$DATA"
  home="$(cd "$DATA" && pwd)/$1"
  if [ "$(id -u)" -eq 0 ] && ! as_postgres test -x "$(dirname "$home")"; then
    home="/var/lib/plumbago/$(printf '%s' "$(dirname "$home")" | sha256sum | cut -c1-12)-$1"
  fi
  echo "$home"
}

# cluster_running HOME: whether the process that the cluster names as its own is one: after a crash another can have its number.
cluster_running() {
  local pid
  pid=$(as_postgres head -n 1 "$1/cluster/postmaster.pid" 2>/dev/null) || return 1
  [ -n "$pid" ] && [ "$(as_postgres readlink "/proc/$pid/cwd" 2>/dev/null)" = "$(readlink -f "$1/cluster")" ]
}

# cluster_start HOME: makes the cluster where there is none, starts it where it is not running, prints its URL.
cluster_start() {
  local home=$1 bin port password
  bin=$(postgres_bin)
  mkdir -p "$home"
  if [ "$(id -u)" -eq 0 ]; then chown postgres:postgres "$home"; fi
  chmod 700 "$home"
  if [ ! -f "$home/cluster/PG_VERSION" ]; then
    rm -rf "$home/cluster"
    password=$(node -p 'require("node:crypto").randomBytes(18).toString("hex")')
    (umask 077 && printf '%s' "$password" >"$home/password")
    if [ "$(id -u)" -eq 0 ]; then chown postgres:postgres "$home/password"; fi
    as_postgres "$bin/initdb" -D "$home/cluster" -U plumbago --pwfile="$home/password" --auth=scram-sha-256 -E UTF8 --locale=C.UTF-8 >"$home/initdb.log" 2>&1 \
      || { tail -n 5 "$home/initdb.log" >&2; stop_with "The database cluster could not be made in $home."; }
  fi
  if ! cluster_running "$home"; then
    rm -f "$home/cluster/postmaster.pid"
    port=$(free_port "$(cat "$home/port" 2>/dev/null || echo 5460)")
    echo "$port" >"$home/port"
    as_postgres "$bin/pg_ctl" -D "$home/cluster" -w -l "$home/cluster/server.log" -o "-c listen_addresses=127.0.0.1 -c unix_socket_directories='' -p $port" start >/dev/null \
      || { tail -n 5 "$home/cluster/server.log" >&2; stop_with "The database could not be started in $home."; }
  fi
  echo "postgres://plumbago:$(cat "$home/password")@127.0.0.1:$(cat "$home/port")/postgres"
}

cluster_stop() {
  as_postgres "$(postgres_bin)/pg_ctl" -D "$1/cluster" -m fast -w stop >/dev/null 2>&1 || true
}
