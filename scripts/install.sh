#!/usr/bin/env bash
# Installs the npm packages where the lockfile has changed: what the app and its build need or, with --tests first,
# what the tests need as well; and the Debian packages named as arguments (each as COMMAND=PACKAGE: installed only
# where the command is not found).
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
# The app and the tests may be started at the same time: one prepares, the other waits and finds it done.
mkdir -p .data
exec 8>.data/prepare.lock
flock 8

tests=no
if [ "${1:-}" = --tests ]; then tests=yes; shift; fi

major=$(node -p 'process.versions.node.split(".")[0]')
if [ "$major" != 20 ]; then echo "This project needs Node 20; this is $(node -v)." >&2; exit 1; fi

for_app=node_modules/.installed-for-app
for_tests=node_modules/.installed-for-tests
current() { cmp -s package-lock.json "$1"; }
if [ "$tests" = yes ] && ! current "$for_tests"; then
  if current "$for_app"; then
    # The app may be running on what is there: the rest comes beside it.
    echo "Installing the npm packages that only tests need"
    npm install --no-save --include=dev --loglevel=error
  else
    echo "Installing the npm packages (about two minutes)"
    npm ci --include=dev --loglevel=error
    cp package-lock.json "$for_app"
  fi
  cp package-lock.json "$for_tests"
elif ! current "$for_app"; then
  echo "Installing the npm packages (about a minute)"
  npm ci --omit=dev --loglevel=error
  cp package-lock.json "$for_app"
fi

missing=()
for pair in "$@"; do
  command=${pair%%=*}
  case "$command" in
    /*) [ -e "$command" ] || missing+=("${pair#*=}") ;;
    *) command -v "$command" >/dev/null 2>&1 || missing+=("${pair#*=}") ;;
  esac
done
if [ "${#missing[@]}" -gt 0 ]; then
  if [ "$(id -u)" != 0 ]; then
    echo "Missing Debian packages. Ask an administrator for: apt-get install ${missing[*]}" >&2
    exit 1
  fi
  echo "Installing ${missing[*]}"
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
fi
