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
# Starts the server at a port.
serve() {
  DATABASE_URL=$(bash scripts/postgres.sh url) PORT=$1 WEB_DIST=$web ADDRESS_FILE="$run/address" NODE_ENV=production \
    node --import "file://$root/node_modules/tsx/dist/loader.mjs" apps/server/src/main.ts &
  remember_server $!
}

serve "${PORT:-4310}"
# One that falls over is started again where it was. One that never came up, or falls over again and again, is not.
falls=0
while true; do
  began=$SECONDS
  status=0
  wait "$server" || status=$?
  if [ "$status" = 0 ]; then break; fi
  address=$(cat "$run/address" 2>/dev/null || true)
  if [ -z "$address" ]; then exit "$status"; fi
  if [ $((SECONDS - began)) -lt 60 ]; then falls=$((falls + 1)); else falls=1; fi
  if [ "$falls" -gt 5 ]; then
    echo "The server has stopped six times in a row. What it said stands above; the songs are safe in the database." >&2
    exit "$status"
  fi
  echo "The server has stopped; starting it again."
  serve "${address##*:}"
done
