#!/usr/bin/env bash
source "$(dirname "$0")/setup.sh"
setup_packages postgresql
setup_node
exec node scripts/demo.mjs "$@"
