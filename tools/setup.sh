#!/usr/bin/env bash
# Installs what is missing for a purpose: command, bench, server, farm, work or test. Says nothing where nothing is missing.
# Debian packages need root; Composer and npm packages go into the project's own folders.
set -euo pipefail
purpose=${1:?command, bench, server, farm, work or test}
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"
mkdir -p var
exec 9>var/setup.lock
flock 9
log=var/setup.log

debian_command="php8.2-cli php8.2-sqlite3 php8.2-curl php8.2-intl php8.2-mbstring php8.2-xml php8.2-zip libvips42 libzimg2 libheif1"
debian_command="$debian_command libharfbuzz0b libfribidi0 libraw-bin ghostscript"
debian_command="$debian_command opencv-data poppler-utils librsvg2-bin bubblewrap woff2 unzip composer git ca-certificates nodejs"
debian_server="$debian_command php8.2-fpm nginx-light supervisor curl passwd openssl hostname"
debian_farm="$debian_server php8.2-pgsql"
debian_work="$debian_command php8.2-pgsql supervisor passwd hostname"
debian_bench="$debian_command libvips-tools"
debian_test="$debian_farm postgresql openssh-server openssh-client iproute2 chromium libvips-tools imagemagick"
debian_test="$debian_test libimage-exiftool-perl icc-profiles-free liblcms2-utils procps python3-pil potrace cairosvg libharfbuzz-bin"
packages=debian_$purpose

# A command that is there by other means (Composer or Node.js from elsewhere) needs no package.
missing=()
installed=$(dpkg-query -W -f='${db:Status-Status} ${Package}\n' ${!packages} 2>/dev/null || true)
for package in ${!packages}; do
  case "$package" in
    composer|git|unzip|curl) command -v "$package" >/dev/null && continue ;;
    nodejs) command -v node >/dev/null && command -v npm >/dev/null && continue; missing+=(npm) ;;
  esac
  grep -qx "installed $package" <<<"$installed" || missing+=("$package")
done
if [ ${#missing[@]} -gt 0 ]; then
  if [ "$(id -u)" != 0 ]; then
    echo "These Debian packages are missing; install them, or run this once as root: ${missing[*]}" >&2
    exit 1
  fi
  echo "Installing ${#missing[@]} Debian packages: ${missing[*]}"
  apt-get update -qq >"$log" 2>&1 || true
  if ! DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >>"$log" 2>&1 </dev/null; then
    tail -20 "$log" >&2
    echo "The packages could not be installed; all of it is in $log." >&2
    exit 1
  fi
fi

# Packages of PHP and JavaScript: again only when their list changed.
stamp() { cat "$@" | sha256sum | cut -d' ' -f1; }
fresh() { [ "$(cat "$1" 2>/dev/null)" = "$2" ]; }
quietly() { if ! "$@" >"$log" 2>&1 </dev/null; then tail -30 "$log" >&2; echo "Failed: $*" >&2; exit 1; fi; }
export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_NO_INTERACTION=1

# PHP's with every version pinned, also of what they need themselves (docs/decisions/packages.md).
php_stamp=$(stamp composer.json tools/packages/php.txt)
if ! fresh vendor/.stamp "$php_stamp"; then
  echo "Installing PHP packages"
  pins=()
  while read -r name version; do pins+=(--with "$name:$version"); done <tools/packages/php.txt
  quietly composer update --no-progress "${pins[@]}"
  quietly php tools/packages/pin.php --check
  rm -rf var/cache
  echo "$php_stamp" >vendor/.stamp
fi

# The compiled container must be newer than the code that it was compiled from.
is_stale() { [ ! -e "$1" ] || [ -n "$(find "${@:2}" -type f -newer "$1" -print -quit)" ]; }
if is_stale var/cache/.built src config migrations templates composer.json; then
  rm -rf var/cache
  mkdir -p var/cache
  touch var/cache/.built
fi

# Pages are drawn by templates that are compiled beforehand: whom the shop runs as may not write to the program.
case "$purpose" in server|farm|work|test)
  [ -e var/cache/prod/.warm ] || { quietly php bin/console cache:warmup --env=prod; touch var/cache/prod/.warm; }
  # Started by root, the shop runs as a user of its own.
  if [ "$(id -u)" = 0 ] && ! id snugfit >/dev/null 2>&1; then
    quietly useradd --system --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin snugfit
  fi ;;
esac

# A shop from before an upgrade: commands read its shelf, too.
data=${SNUGFIT_DATA:-$root/var/shop}
if [ "$purpose" = command ] && [ -e "$data/shop.sqlite" ]; then
  edition=$(stamp migrations/*.php)
  if ! fresh "$data/.edition" "$edition"; then
    SNUGFIT_DATA=$data quietly php bin/console doctrine:migrations:migrate --no-interaction
    echo "$edition" >"$data/.edition"
  fi
fi

# The learned enlarger's library comes with a JavaScript package, so commands need these too.
js_stamp=$(stamp package-lock.json)
if ! fresh node_modules/.stamp "$js_stamp"; then
  echo "Installing JavaScript packages"
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 quietly npm ci --ignore-scripts --no-audit --no-fund
  # It brings the library for every system.
  rm -rf node_modules/onnxruntime-node/bin/napi-v6/{darwin,win32}
  echo "$js_stamp" >node_modules/.stamp
fi

# For proof sheets, which commands draw, too.
if is_stale var/fonts/fonts.conf package-lock.json tools/fonts.sh; then
  quietly tools/fonts.sh
fi

case "$purpose" in server|farm|test)
  if is_stale public/build/.built assets tools/assets.mjs package-lock.json; then
    quietly node tools/assets.mjs
    touch public/build/.built
  fi ;;
esac
