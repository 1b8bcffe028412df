#!/usr/bin/env bash
# Changes the code in small ways, one after another, and counts which of these mutants the tests kill. By hand, as it
# takes long; the tool is installed beside the packages and not kept among them.
#   scripts/mutants.sh 'core/sheet/**/*.ts'        one pattern or several; without any, sheet and commands
set -u
. "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/lib.sh"
need_node; need_packages
cd "$root"
[ -d node_modules/@stryker-mutator/vitest-runner ] \
  || { mkdir -p .cache; npm install --no-save --no-audit --no-fund @stryker-mutator/core@9.6.1 @stryker-mutator/vitest-runner@9.6.1 >.cache/npm.log 2>&1; } \
  || fail "The tool could not be installed. The log is .cache/npm.log."
[ $# -gt 0 ] || set -- 'core/sheet/**/*.ts' 'core/commands/**/*.ts'
mutate=$(printf '%s,' "$@" '!**/*.test.ts' '!**/*.test-helper.ts')
exec npx stryker run scripts/stryker.config.mjs --mutate "${mutate%,}"
