#!/usr/bin/env bash
# Runs a script of ours with the built application at hand and a PostgreSQL of its own (fsync on, as people's work has it).
#   scripts/with-server.sh bench/run.ts --json
set -u
. "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/lib.sh"
mkdir -p "$root/.cache"
need_node; need_packages; need_postgres; need_build
need_debian '[ -x /usr/bin/chromium ]' chromium
# Pages that were printed are drawn by another program.
case "$*" in *screenshots*) need_program '[ -x /usr/bin/pdftoppm ]' poppler-utils ;; esac
data=$(mktemp -d /tmp/fintro-script-XXXXXX) && chmod 755 "$data"
finish() { trap - INT TERM EXIT; pg_down; rm -rf "$data"; exit "${1:-0}"; }
trap 'finish 130' INT TERM
trap 'finish $?' EXIT
pg_up "$data/postgres" on
export FINTRO_TEST_DATABASE; FINTRO_TEST_DATABASE=$(pg_url)
cd "$root" && node_modules/.bin/tsx --tsconfig tsconfig.tools.json "$@"
