#!/usr/bin/env bash
# Starts the shop in the foreground: web server, PHP, workers and the host that takes their answers in. Ctrl-C stops all.
set -euo pipefail
mode=$1; shift
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
port=8087
host=127.0.0.1
while [ $# -gt 0 ]; do
  case "$1" in
    --port) port=${2:?--port takes a number}; shift 2 ;;
    --port=*) port=${1#*=}; shift ;;
    --host) host=${2:?--host takes an address}; shift 2 ;;
    --host=*) host=${1#*=}; shift ;;
    *) echo "Snugfit does not know \"$1\". It takes --port N and --host ADDRESS." >&2; exit 1 ;;
  esac
done
[[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || { echo "--port takes a number from 1 to 65535." >&2; exit 1; }

# As developers run it: with the profiler, and a container that follows the code.
export APP_ENV=${APP_ENV:-prod}
if [ "$APP_ENV" = dev ]; then "$root/tools/setup.sh" test; else "$root/tools/setup.sh" server; fi
# What a shop keeps is its owner's alone.
umask 077
export SNUGFIT_DATA=${SNUGFIT_DATA:-$root/var/shop}
# The names that the shop answers to; another address than this machine's own has to be asked for by name.
pattern=$(printf '%s' "$host" | sed 's/[.[\*^$]/\\&/g')
export SNUGFIT_HOSTS=${SNUGFIT_HOSTS:-"^(localhost|127\.0\.0\.1|\[::1\]|$pattern)\$"}
mkdir -p "$SNUGFIT_DATA"
SNUGFIT_DATA=$(cd "$SNUGFIT_DATA" && pwd)
chmod go-rwx "$SNUGFIT_DATA"
run=$SNUGFIT_DATA/run
mkdir -p "$run/pids" "$SNUGFIT_DATA/tmp"

# Nothing of the open shop runs as root: who started it as root gave a user of its own to it (tools/setup.sh).
as_shop=()
user=snugfit
if [ "$(id -u)" = 0 ] && id "$user" >/dev/null 2>&1; then
  find "$SNUGFIT_DATA" ! -user "$user" -exec chown -h "$user:" {} +
  caps=-all
  [ "$port" -ge 1024 ] || caps=-all,+net_bind_service
  as_shop=(setpriv --reuid="$user" --regid="$user" --clear-groups --inh-caps="$caps" --ambient-caps="$caps" --no-new-privs)
  # Packages are installed with whatever rights their archives name.
  can_run() { "${as_shop[@]}" php "$root/bin/console" about --env=prod >/dev/null 2>&1 && "${as_shop[@]}" test -w "$run"; }
  can_run || chmod -R go+rX "$root"/{bin,config,migrations,networks,node_modules,profiles,public,src,templates,tools,vendor} \
    "$root/var/cache" "$root/var/fonts"
  if ! can_run; then
    as_shop=()
    chown -R root: "$SNUGFIT_DATA"
    echo "Snugfit runs as root: the user \"$user\" cannot reach $root or $SNUGFIT_DATA." >&2
  fi
fi

exec 8>"$run/lock"
flock -n 8 || { echo "The shop in $SNUGFIT_DATA is open already." >&2; exit 1; }
# What a start that was killed left behind would hold the port, and work beside the new one.
source "$root/tools/server/groups.sh"
end_shop "$run"
if (exec 3<>"/dev/tcp/$host/$port") 2>/dev/null; then
  echo "Port $port is taken by another program. Choose another with --port." >&2
  exit 1
fi

"${as_shop[@]}" php "$root/bin/console" doctrine:migrations:migrate --no-interaction --quiet 8>&-
"${as_shop[@]}" php "$root/bin/console" shop:stock --quiet 8>&-

cores=$(nproc)
"${as_shop[@]}" php "$root/tools/server/configure.php" "$root" "$run" "$host" "$port" "$cores"
supervisord=$(command -v supervisord)
# It ends with this script, however that ends, and all that it started ends with it.
supervise() {
  "${as_shop[@]}" setpriv --pdeathsig TERM "$supervisord" -n -c "$run/supervisord.conf" >/dev/null 2>&1 8>&- &
  supervisor=$!
}
supervise
end() { kill -TERM "$supervisor" 2>/dev/null || true; wait "$supervisor" 2>/dev/null || true; end_shop "$run"; }
stop() { trap - EXIT INT TERM HUP; end; echo; echo "Stopped."; exit 0; }
fail() { tail -n 8 "$run"/*.log "$SNUGFIT_DATA"/log/*.log 2>/dev/null | cut -c 1-300 >&2 || true; echo "$1; what happened is in $run." >&2; exit 1; }
trap stop INT TERM HUP
trap end EXIT

address="http://$host:$port/"
for _ in $(seq 1 200); do
  kill -0 "$supervisor" 2>/dev/null || fail "The shop did not start"
  curl -fsS -o /dev/null --max-time 2 "$address" 2>/dev/null && break
  sleep 0.1
done
curl -fsS -o /dev/null --max-time 5 "$address" || fail "The page does not answer"
if [ "$mode" = demo ]; then
  "${as_shop[@]}" php "$root/bin/console" shop:demo 8>&-
fi
echo "Snugfit is open: $address   (Ctrl-C closes it)"
while :; do
  wait "$supervisor" || true
  echo "The supervisor was ended from outside and is started again."
  end_shop "$run"
  sleep 1
  supervise
done
