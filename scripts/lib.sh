# Shared by ./start and ./test: what the machine needs, and a PostgreSQL of our own on loopback.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
say() { printf '%s\n' "$*" >&2; }
fail() { say ""; say "Fintro: $*"; exit 1; }

need_node() {
  command -v node >/dev/null || fail "Node.js is missing. Install Node.js 20.19 or later (with npm), then run this again."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' \
    || fail "Node.js $(node -v) is too old. Install Node.js 20.19 or later, then run this again."
}

as_root() { [ "$(id -u)" = 0 ]; }

apt_updated=
# need_debian PROGRAM-TEST PACKAGE...: installs Debian packages where the test fails.
need_debian() {
  local check=$1; shift
  eval "$check" && return 0
  as_root || fail "$* is missing and only root can install it. Run this as root, or install it: apt-get install $*"
  command -v apt-get >/dev/null || fail "$* is missing and this machine has no apt-get. Install it by hand."
  say "Installing $* …"
  if [ -z "$apt_updated" ]; then apt-get update -qq >/dev/null 2>&1 || say "apt-get update failed; trying with the lists there are."; apt_updated=1; fi
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >"$root/.cache/apt.log" 2>&1 \
    || { tail -5 "$root/.cache/apt.log" >&2; fail "$* could not be installed. The log is in .cache/apt.log."; }
}

# need_program PROGRAM-TEST PACKAGE...: the same for programs that only tests run: their services are not started.
need_program() {
  eval "$1" && return 0
  local policy=/usr/sbin/policy-rc.d made=
  if as_root && [ ! -e "$policy" ]; then printf '#!/bin/sh\nexit 101\n' >"$policy" && chmod +x "$policy" && made=1; fi
  # In a shell of its own, which may end: what was put there for it is taken away in any case.
  (need_debian "$@"); local status=$?
  [ -z "$made" ] || rm -f "$policy"
  [ "$status" -eq 0 ] || exit "$status"
}
need_servers() {
  need_program '[ -x /usr/sbin/pgbouncer ]' pgbouncer
  need_program '[ -x /usr/sbin/nginx ]' nginx-light
  need_program '[ -x /usr/bin/openssl ]' openssl
  need_program 'command -v python3 >/dev/null' python3
}

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1; }
need_postgres() {
  need_debian '[ -n "$(pg_bin)" ] && [ -x "$(pg_bin)/initdb" ]' postgresql
}

need_packages() {
  local want; want=$(sha256sum <"$root/package-lock.json")
  [ -d "$root/node_modules" ] && [ "$(cat "$root/node_modules/.fintro-installed" 2>/dev/null)" = "$want" ] && return 0
  say "Installing packages …"
  (cd "$root" && npm ci --no-audit --no-fund >"$root/.cache/npm.log" 2>&1) \
    || { tail -15 "$root/.cache/npm.log" >&2; fail "npm ci failed. The log is in .cache/npm.log."; }
  printf '%s\n' "$want" >"$root/node_modules/.fintro-installed"
}

need_build() {
  local want; want=$(cd "$root" && find app core server public docs/scripts docs/guide.md nuxt.config.ts package-lock.json -type f -not -name '*.test.ts' -print0 | sort -z | xargs -0 sha256sum | sha256sum)
  [ -f "$root/.output/server/index.mjs" ] && [ "$(cat "$root/.output/.fintro-built" 2>/dev/null)" = "$want" ] && return 0
  say "Building …"
  (cd "$root" && npx nuxt build >"$root/.cache/build.log" 2>&1) \
    || { tail -25 "$root/.cache/build.log" >&2; fail "The build failed. The log is in .cache/build.log."; }
  printf '%s\n' "$want" >"$root/.output/.fintro-built"
}

free_port() { node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }
port_free() { node -e 'const s=require("net").createServer();s.once("error",()=>process.exit(1));s.listen(+process.argv[1],"127.0.0.1",()=>s.close())' "$1"; }

# PostgreSQL refuses to run as root: there it runs as the user postgres.
pg_run() { if as_root; then (cd / && runuser -u postgres -- "$@"); else (cd / && "$@"); fi; }

pg_started=
pg_options() { printf "%s" "-p $1 -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=$pg_fsync"; }
# pg_up DIR FSYNC: brings up the server with its data in DIR; sets pg_port and pg_password.
pg_up() {
  local dir=$1 bin; bin=$(pg_bin); pg_dir=$1; pg_fsync=$2
  mkdir -p "$dir" || fail "The folder $dir cannot be made. Check its permissions."
  if as_root; then
    chown postgres: "$dir" && chmod 700 "$dir"
    pg_run test -x "$dir" || fail "The user postgres cannot reach $dir. Make the folders above it passable (chmod o+x), or set FINTRO_DATA to another folder."
  fi
  if [ ! -f "$dir/password" ]; then
    (umask 077; node -e 'console.log(require("crypto").randomBytes(18).toString("hex"))' >"$dir/password")
    as_root && chown postgres: "$dir/password"
  fi
  pg_password=$(cat "$dir/password") || fail "$dir/password cannot be read. It belongs to the user who first started Fintro."
  if [ ! -f "$dir/data/PG_VERSION" ]; then
    pg_run "$bin/initdb" -D "$dir/data" -U fintro -A scram-sha-256 --pwfile="$dir/password" -E UTF8 --locale=C.UTF-8 >"$root/.cache/initdb.log" 2>&1 \
      || { tail -5 "$root/.cache/initdb.log" >&2; fail "PostgreSQL could not make its data folder $dir/data."; }
  fi
  [ "$(cat "$dir/data/PG_VERSION")" = "$(basename "$(dirname "$bin")")" ] \
    || fail "The data in $dir is of PostgreSQL $(cat "$dir/data/PG_VERSION"), the one installed is $(basename "$(dirname "$bin")"). Install the older one, or set FINTRO_DATA to another folder."
  if pg_run "$bin/pg_ctl" -D "$dir/data" status >/dev/null 2>&1; then
    pg_port=$(sed -n 4p "$dir/data/postmaster.pid" 2>/dev/null)
  else
    pg_port=$(free_port)
    pg_run "$bin/pg_ctl" -w -D "$dir/data" -l "$dir/log" -o "$(pg_options "$pg_port")" start >"$root/.cache/pg.log" 2>&1 \
      || { tail -5 "$dir/log" >&2 2>/dev/null; fail "PostgreSQL did not start. Its log is $dir/log."; }
    pg_started=$dir
  fi
  [ -n "$pg_port" ] || fail "PostgreSQL is running but does not tell its port. Stop it and run this again."
}

pg_url() { printf 'postgres://fintro:%s@127.0.0.1:%s/%s' "$pg_password" "$pg_port" "${1:-postgres}"; }

# Whether the PostgreSQL that pg_up brought up (or found) is there; pg_back brings it up again, on the same port.
pg_lives() { pg_run "$(pg_bin)/pg_ctl" -D "$pg_dir/data" status >/dev/null 2>&1; }
pg_back() {
  pg_run "$(pg_bin)/pg_ctl" -w -D "$pg_dir/data" -l "$pg_dir/log" -o "$(pg_options "$pg_port")" start >>"$root/.cache/pg.log" 2>&1 && pg_started=$pg_dir
}

pg_down() {
  [ -n "$pg_started" ] || return 0
  pg_run "$(pg_bin)/pg_ctl" -w -m fast -D "$pg_started/data" stop >/dev/null 2>&1
  pg_started=
}
