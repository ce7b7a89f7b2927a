#!/usr/bin/env bash
# Exports the web app into apps/web/dist, only where its sources changed since the last export.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"

sources() {
  find apps/web packages/core/src package-lock.json scripts/build-sound.ts scripts/build-web.sh -type f \
    -not -path '*/node_modules/*' -not -path 'apps/web/dist/*' -not -path 'apps/web/.expo/*' \
    -not -path 'apps/web/public/sound/*' -not -name 'expo-env.d.ts' -not -path '*/test/*' -print0 |
    sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1
}

wanted=$(sources)
if [ -f apps/web/dist/index.html ] && [ "$(cat apps/web/dist/.sources 2>/dev/null || true)" = "$wanted" ]; then
  exit 0
fi
echo "Preparing the sounds"
node_modules/.bin/tsx scripts/build-sound.ts
echo "Building the web app (about two minutes the first time)"
rm -rf apps/web/dist
(
  cd apps/web
  export EXPO_OFFLINE=1 EXPO_NO_TELEMETRY=1 NODE_ENV=production
  unset CI
  ../../node_modules/.bin/expo export --platform web --output-dir dist
)
echo "$wanted" > apps/web/dist/.sources
