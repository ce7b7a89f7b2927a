#!/usr/bin/env bash
# Runs every test: npm test. Stops at the first broken promise and leaves no process behind.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
export BACKLINE_DB=test
source scripts/turn.sh
take_turn "The test run"

step() { printf '\n== %s\n' "$1"; }

step "Installing what is missing"
bash scripts/install.sh /usr/bin/chromium=chromium lilypond=lilypond midi2abc=abcmidi \
  /usr/lib/python3/dist-packages/mido=python3-mido /usr/share/perl5/MIDI.pm=libmidi-perl ffmpeg=ffmpeg
bash scripts/solfege.sh

step "ESLint"
node_modules/.bin/eslint .
step "Prettier"
node_modules/.bin/prettier --check --log-level warn .
step "Types"
for project in packages/core packages/sound packages/cli apps/server apps/web .; do node_modules/.bin/tsc -p "$project"; done

step "The web app"
WEB_DIST=$(bash scripts/build-web.sh 9>&-)
export WEB_DIST

step "PostgreSQL for the tests"
watch_over
bash scripts/postgres.sh start 9>&-
DATABASE_URL=$(bash scripts/postgres.sh url)
export DATABASE_URL

step "Jest"
node_modules/.bin/jest

step "Playwright"
log=$(mktemp)
# The tests of the server leave its tables; the app starts on fresh ones with the demo songs.
node --import "file://$root/node_modules/tsx/dist/loader.mjs" scripts/reset-database.ts
PORT=0 NODE_ENV=production \
  node --import "file://$root/node_modules/tsx/dist/loader.mjs" apps/server/src/main.ts > "$log" 2>&1 &
remember_server $!
BACKLINE_URL=
while [ -z "$BACKLINE_URL" ] && kill -0 "$server" 2>/dev/null; do
  sleep 0.2
  BACKLINE_URL=$(sed -n 's/^Vivid Backline is at //p' "$log")
done
if [ -z "$BACKLINE_URL" ]; then cat "$log"; echo "The server did not start." >&2; exit 1; fi
export BACKLINE_URL
node_modules/.bin/playwright test

step "Everything passed"
