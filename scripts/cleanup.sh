# Sourced by start.sh and test.sh: whatever way the script ends, the server it started (its process id in
# $server) and this clone's PostgreSQL end with it.
server=
finish() {
  trap - EXIT INT TERM
  if [ -n "$server" ]; then
    kill "$server" 2>/dev/null || true
    wait "$server" 2>/dev/null || true
  fi
  bash scripts/postgres.sh stop
}
trap finish EXIT
trap 'exit 130' INT
trap 'exit 143' TERM
