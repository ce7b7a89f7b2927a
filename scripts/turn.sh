# Sourced by start.sh and test.sh: one of a kind at a time in this clone, and whatever way it ends, all that it
# started ends with it. Sets $run, a folder for what is known of the running one.

cluster=${BACKLINE_DB:-app}
export BACKLINE_DB=$cluster
run="$root/.data/run-$cluster"
server=
watchdog=

# A process as "PID STARTTIME": the number alone may belong to another one later. Empty where it has ended.
process() {
  local stat
  stat=$(cat "/proc/$1/stat" 2>/dev/null) || return 0
  set -- "$1" ${stat##*) }
  [ "$2" = Z ] || echo "$1 ${21}"
}

# Takes the turn of this cluster, or says who has it and ends. $1 is what is being done.
take_turn() {
  mkdir -p "$run"
  # Its owner is the user of the database as well, who has to walk through.
  chmod a+x "$root/.data" 2>/dev/null || true
  exec 9>"$run/lock"
  # One that is just ending (or just beginning) has no address: it is waited for a little.
  if ! flock -n 9 && { [ -s "$run/address" ] || ! flock -w 20 9; }; then
    local address
    address=$(cat "$run/address" 2>/dev/null || true)
    echo "$1 is already running in this folder${address:+, at $address}. Go on there, or end that one first." >&2
    exit 1
  fi
  rm -f "$run/address" "$run/server"
  trap finish EXIT
  trap 'exit 129' HUP
  trap 'exit 130' INT
  trap 'exit 143' TERM
}

# Looks after what runs, from a session of its own, so that neither a closed terminal nor a killed npm leaves
# anything behind. With "revive" a database that was killed is started again.
watch_over() {
  local parents=()
  # Under npm the script has two processes above it: npm's shell and npm itself.
  if [ -n "${npm_lifecycle_event:-}" ]; then
    parents+=("$(process "$PPID")" "$(process "$(awk '/^PPid:/ { print $2 }' "/proc/$PPID/status" 2>/dev/null || echo 0)")")
  fi
  setsid bash "$root/scripts/watchdog.sh" "$run" "${1:-}" "$(process $$)" "${parents[@]}" \
    </dev/null >"$run/watchdog.log" 2>&1 &
  watchdog=$!
}

# Remembers the server, so that it can be ended from outside too.
remember_server() {
  server=$1
  process "$server" > "$run/server"
}

finish() {
  trap - EXIT INT TERM HUP
  rm -f "$run/address"
  if [ -n "$watchdog" ]; then kill "$watchdog" 2>/dev/null || true; fi
  if [ -n "$server" ]; then
    kill "$server" 2>/dev/null || true
    wait "$server" 2>/dev/null || true
  fi
  bash "$root/scripts/postgres.sh" stop 9>&-
  rm -f "$run/server"
}
