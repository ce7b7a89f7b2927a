#!/usr/bin/env bash
# Started by turn.sh: RUN-FOLDER REVIVE PROCESS...; each process is "PID STARTTIME". When one of them has ended,
# the server and the database end too. Until then, with "revive", a database that was killed is started again.
set -u
root=$(cd "$(dirname "$0")/.." && pwd)
run=$1
revive=$2
shift 2

alive() {
  local pid=${1% *} stat
  stat=$(cat "/proc/$pid/stat" 2>/dev/null) || return 1
  set -- "$1" ${stat##*) }
  [ "$2" != Z ] && [ "$pid ${21}" = "$1" ]
}

all_alive() {
  local one
  for one in "$@"; do
    if [ -n "$one" ] && ! alive "$one"; then return 1; fi
  done
}

end_process() {
  alive "$1" || return 0
  kill "${1% *}" 2>/dev/null
  for _ in $(seq 50); do
    alive "$1" || return 0
    sleep 0.1
  done
  kill -KILL "${1% *}" 2>/dev/null
}

pause=3
while all_alive "$@"; do
  sleep 1
  if [ "$revive" != revive ] || [ ! -s "$run/server" ]; then continue; fi
  if [ "$pause" -gt 0 ]; then pause=$((pause - 1)); continue; fi
  pause=2
  if [ "$(bash "$root/scripts/postgres.sh" status 9>&-)" = stopped ]; then
    echo "The database has stopped; starting it again."
    bash "$root/scripts/postgres.sh" start 9>&- || pause=10
  fi
done

rm -f "$run/address"
# The script itself first: on its way out it ends what it started. What it cannot end any more ends here.
end_process "$1"
if [ -s "$run/server" ]; then end_process "$(cat "$run/server")"; fi
bash "$root/scripts/postgres.sh" stop 9>&-
rm -f "$run/server"
