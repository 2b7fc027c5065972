#!/usr/bin/env bash
# Hanza for a school: on the database of DATABASE_URL, with nothing made up in it. docs/operations.md says how.
source "$(dirname "$0")/setup.sh"
setup_node
exec node scripts/start.mjs "$@"
