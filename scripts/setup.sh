# Sourced by the other scripts: what a fresh machine needs before any of them can work.
# setup_packages NAME...: Debian packages named by what they must provide (postgresql, chromium).
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."

setup_packages() {
	local missing=()
	for name in "$@"; do
		case "$name" in
			postgresql) compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null || missing+=(postgresql) ;;
			chromium) [ -x /usr/bin/chromium ] || missing+=(chromium) ;;
		esac
	done
	[ ${#missing[@]} -eq 0 ] && return 0
	local line="apt-get update && apt-get install -y --no-install-recommends ${missing[*]}"
	echo "Installing: ${missing[*]}"
	if [ "$(id -u)" = 0 ]; then
		DEBIAN_FRONTEND=noninteractive bash -c "$line" >/dev/null
	elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then
		sudo DEBIAN_FRONTEND=noninteractive bash -c "$line" >/dev/null
	else
		echo "Some packages are missing and this user may not install them. Run this once, then start again:" >&2
		echo "  sudo bash -c '$line'" >&2
		exit 1
	fi
}

setup_node() {
	if ! node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=11)?0:1)' 2>/dev/null; then
		echo "Node.js 20.11 or newer is needed." >&2
		exit 1
	fi
	local stamp=node_modules/.hanza-lock
	if ! cmp -s package-lock.json "$stamp"; then
		echo "Installing the project's packages"
		npm ci --no-fund --no-audit --loglevel=error
		cp package-lock.json "$stamp"
	fi
}
