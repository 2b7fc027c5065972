#!/usr/bin/env bash
# The development server with the demo's data in a database of its own.
source "$(dirname "$0")/setup.sh"
setup_packages postgresql
setup_node
exec node scripts/dev.mjs "$@"
