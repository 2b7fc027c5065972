#!/usr/bin/env bash
# Everything that is checked, on a machine that may have nothing yet.
source "$(dirname "$0")/setup.sh"
setup_packages postgresql chromium
setup_node
exec node scripts/test.mjs "$@"
