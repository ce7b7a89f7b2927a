#!/usr/bin/env bash
# Unpacks Debian's solfege package (GPL, lesson files used by tests only) into .cache/solfege; it is not installed.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
target="$root/.cache/solfege"
if [ -d "$target/usr/share/solfege" ]; then exit 0; fi
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
chmod 755 "$work"
cd "$work"
echo "Fetching the lesson files of solfege"
apt-get download -qq solfege 2>/dev/null || { apt-get update -qq; apt-get download -qq solfege; }
mkdir -p "$target"
dpkg-deb -x solfege_*.deb "$target"
