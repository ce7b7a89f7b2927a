#!/usr/bin/env bash
# Starts everything with the demo songs: npm start. Ctrl-C ends it; the data stays. A second start in the same
# clone says where the first one runs.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
source scripts/turn.sh

take_turn "Vivid Backline"
bash scripts/install.sh 9>&-
web=$(bash scripts/build-web.sh 9>&-)
echo "Starting PostgreSQL on 127.0.0.1"
bash scripts/postgres.sh start 9>&-
watch_over revive
DATABASE_URL=$(bash scripts/postgres.sh url) WEB_DIST=$web ADDRESS_FILE="$run/address" NODE_ENV=production \
  node --import "file://$root/node_modules/tsx/dist/loader.mjs" apps/server/src/main.ts &
remember_server $!
wait "$server"
