#!/usr/bin/env bash
# Hanza for a school: on the database of DATABASE_URL, with nothing made up in it. docs/operations.md says how.
source "$(dirname "$0")/setup.sh"
setup_node
# A page is made of many small things that are soon gone: a larger nursery for them is a tenth less work.
exec node --max-semi-space-size=64 scripts/start.mjs "$@"
