#!/usr/bin/env bash
# Runs every test: npm test. Stops at the first broken promise and leaves no process behind.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
export BACKLINE_DB=test
source scripts/turn.sh
take_turn "The test run"

times=$run/times
rm -rf "$times"
mkdir -p "$times"

step() {
  printf '\n== %s\n' "$1"
  echo "$(date +%s) $1" >> "$times/steps"
}

step "Installing what is missing"
bash scripts/install.sh --tests /usr/bin/chromium=chromium lilypond=lilypond midi2abc=abcmidi \
  /usr/lib/python3/dist-packages/mido=python3-mido /usr/share/perl5/MIDI.pm=libmidi-perl ffmpeg=ffmpeg
bash scripts/solfege.sh

# What reads the code, beside what builds the app of it: each keeps what it says until it has ended.
beside() {
  local name=$1
  shift
  setsid "$@" 9>&- > "$times/$name" 2>&1 &
  echo $! > "$times/$name.pid"
}
ended() {
  local pid
  pid=$(cat "$times/$1.pid")
  rm "$times/$1.pid"
  if wait "$pid"; then return 0; fi
  cat "$times/$1" >&2
  return 1
}
end_what_runs_beside() {
  local pid
  for pid in "$times"/*.pid; do
    if [ -e "$pid" ]; then kill -- "-$(cat "$pid")" 2>/dev/null || true; fi
  done
}
trap 'end_what_runs_beside; finish' EXIT

step "ESLint, Prettier, types and the web app"
beside types bash -c 'for project; do node_modules/.bin/tsc -p "$project" || exit 1; done' types \
  packages/core packages/sound packages/engraving packages/cli apps/server apps/web .
beside app bash scripts/build-web.sh
node_modules/.bin/eslint .
node_modules/.bin/prettier --check --log-level warn .
ended types
ended app
WEB_DIST=$(tail -n 1 "$times/app")
export WEB_DIST

step "PostgreSQL for the tests"
watch_over
bash scripts/postgres.sh start 9>&-
DATABASE_URL=$(bash scripts/postgres.sh url)
export DATABASE_URL

step "Jest"
node_modules/.bin/jest --json --outputFile "$times/jest.json" > "$times/jest.out"

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
BACKLINE_TIMES="$times/browser.json" node_modules/.bin/playwright test

step "Everything passed"
node_modules/.bin/tsx scripts/testTimes.ts "$times"
