#!/usr/bin/env bash
# Exports the web app where its sources changed since the last export, and prints its folder. Every build has a
# folder of its own that is complete before it gets its name, so that a running server never shows half an app.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
# The app and the tests may be started at the same time: one prepares, the other waits and finds it done.
mkdir -p .data
exec 8>.data/prepare.lock
flock 8
builds=apps/web/dist

sources() {
  find apps/web packages/core/src packages/sound/src packages/sound/banks packages/engraving package-lock.json scripts/build-sound.ts scripts/build-engraving.ts scripts/build-icons.ts scripts/build-offline.ts scripts/build-web.sh -type f \
    -not -path '*/node_modules/*' -not -path 'apps/web/dist/*' -not -path 'apps/web/.expo/*' \
    -not -path 'apps/web/public/sound/*' -not -path 'apps/web/public/engraving/*' -not -name 'expo-env.d.ts' -not -path '*/test/*' \
    -not -path '*/__tests__/*' -print0 |
    sort -z | xargs -0 sha256sum | sha256sum | cut -c 1-16
}

wanted="$builds/$(sources)"
if [ ! -f "$wanted/index.html" ]; then
  {
    echo "Preparing the sounds"
    node_modules/.bin/tsx scripts/build-sound.ts
    node_modules/.bin/tsx scripts/build-engraving.ts
    node_modules/.bin/tsx scripts/build-icons.ts
    echo "Building the web app (a minute or two the first time)"
    # A build of an earlier form of this folder, or one that was broken off.
    rm -rf "$builds"/_expo "$builds"/index.html "$builds"/new
    (
      cd apps/web
      export EXPO_OFFLINE=1 EXPO_NO_TELEMETRY=1 NODE_ENV=production
      unset CI
      ../../node_modules/.bin/expo export --platform web --output-dir dist/new
    )
    node_modules/.bin/tsx scripts/build-offline.ts "$builds/new"
    mv "$builds/new" "$wanted"
    # The one before may still be served.
    ls -1dt "$builds"/*/ | tail -n +4 | xargs -r rm -rf
  } >&2
fi
echo "$root/$wanted"
