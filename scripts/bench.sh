#!/usr/bin/env bash
# Runs a benchmark of the core as the app ships it: bundled, without the names that tsx keeps on every function it
# makes (they cost a tenth of the time). Usage: bash scripts/bench.sh generate [STYLE …]
set -euo pipefail
cd "$(dirname "$0")/.."
name=$1
shift
made=$(mktemp -d)
trap 'rm -rf "$made"' EXIT
node_modules/.bin/esbuild "bench/$name.ts" --bundle --platform=node --target=node20 --format=esm \
  --log-level=error --outfile="$made/$name.mjs"
node "$made/$name.mjs" "$@"
