#!/usr/bin/env bash
# Types, lint, format, import rules, unused exports, test share. Run by ./kelvit check.
set -uo pipefail
cd "$(dirname "$0")/.."
failed=0
out=$(mktemp -d)
trap 'rm -rf "$out"' EXIT
names=()
# TypeScript's own compiler in machine code: six times as fast as the one that the linter's rules stand on.
tsc() { node node_modules/typescript-native/bin/tsc "$@"; }
# Two at a time; told in order at the end.
step() {
  local name=$1; shift
  names+=("$name")
  while [ "$(jobs -rp | wc -l)" -ge 2 ]; do wait -n || true; done
  { "$@" > "$out/$name" 2>&1 || touch "$out/$name.failed"; } &
}
step 'types: core' tsc -p core/tsconfig.json
step 'types: core tests' tsc -p core/tsconfig.test.json
step 'types: contract' tsc -p contract/tsconfig.json
step 'types: server' tsc -p server/tsconfig.json
step 'types: web' tsc -p web/tsconfig.test.json
step 'types: e2e' tsc -p e2e/tsconfig.json
step 'types: bench' tsc -p bench/tsconfig.json
step 'lint' npx eslint --max-warnings 0 .
step 'format' npx prettier --check --log-level warn .
step 'import rules' npx depcruise --config .dependency-cruiser.cjs core/src contract/src server/src web/src
step 'rooms' node scripts/folder-circles.mjs
step 'unused code' npx ts-unused-exports tsconfig.unused.json --allowUnusedTypes --exitWithCount '--excludePathsFromReport=/index.ts;page.tsx;station/account/;config.ts;server/src/heavy/;test/database.ts;vite-env'
wait
for name in "${names[@]}"; do
  if [ -e "$out/$name.failed" ]; then echo "FAIL  $name"; tail -n 60 "$out/$name"; failed=1; else echo "ok    $name"; fi
done
node scripts/test-share.mjs || failed=1
exit "$failed"
