#!/usr/bin/env bash
# Starts everything with the demo songs: npm start. Ctrl-C ends it; the data stays.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"

bash scripts/install.sh
bash scripts/build-web.sh
echo "Starting PostgreSQL on 127.0.0.1"
bash scripts/postgres.sh start
source scripts/cleanup.sh
DATABASE_URL=$(bash scripts/postgres.sh url) WEB_DIST="$root/apps/web/dist" NODE_ENV=production \
  node --import "file://$root/node_modules/tsx/dist/loader.mjs" apps/server/src/main.ts &
server=$!
wait "$server"
