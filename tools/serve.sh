#!/usr/bin/env bash
# Starts the shop in the foreground: web server, PHP, workers and the host that takes their answers in. Ctrl-C stops all.
set -euo pipefail
mode=$1; shift
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
port=8087
host=127.0.0.1
names=()
cert= key= proxy=
while [ $# -gt 0 ]; do
  option=${1%%=*}
  case "$1" in --*=*) value=${1#*=}; shift ;; *) value=${2:-}; shift; [ $# -gt 0 ] && shift ;; esac
  [ -n "$value" ] || { echo "$option takes a value." >&2; exit 1; }
  case "$option" in
    --port) port=$value ;;
    --host) host=$value ;;
    --name) names+=("$value") ;;
    --tls-cert) cert=$value ;;
    --tls-key) key=$value ;;
    --behind-proxy) proxy=$value ;;
    *) echo "Snugfit does not know \"$option\"." >&2
      echo "It takes --port, --host, --name, --tls-cert, --tls-key and --behind-proxy." >&2; exit 1 ;;
  esac
done
[[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || { echo "--port takes a number from 1 to 65535." >&2; exit 1; }

# As developers run it: with the profiler, and a container that follows the code.
export APP_ENV=${APP_ENV:-prod}
if [ "$APP_ENV" = dev ]; then "$root/tools/setup.sh" test; else "$root/tools/setup.sh" server; fi
# What a shop keeps is its owner's alone.
umask 077
export SNUGFIT_DATA=${SNUGFIT_DATA:-$root/var/shop}
# On this machine's own loopback one person works without signing in. Whoever else can reach the shop has to.
case "$host" in
  localhost|127.*|::1) [ -n "$proxy" ] && SNUGFIT_DOOR=closed || SNUGFIT_DOOR=open ;;
  *) SNUGFIT_DOOR=closed ;;
esac
export SNUGFIT_DOOR
# The names that the shop answers to: this machine's own, the address that was asked for, and what is named.
[ "$SNUGFIT_DOOR" = open ] || names+=("$(hostname)" $(hostname -f 2>/dev/null) $(hostname -I 2>/dev/null))
pattern='localhost|127\.0\.0\.1|\[::1\]'
for name in "$host" "${names[@]}"; do
  [[ $name != *:* ]] || name="[$name]"
  pattern+="|$(printf '%s' "$name" | sed 's/[].[\*^$()+?{|]/\\&/g')"
done
export SNUGFIT_HOSTS=${SNUGFIT_HOSTS:-"^($pattern)\$"}
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

# What root does in the shop's folder it does as whom the folder belongs to: links that lie there lead it nowhere.
put() { "${as_shop[@]}" sh -c 'umask 077; cat >"$1"' put "$1"; }
leftovers() { "${as_shop[@]}" bash -c 'source "$1"; end_shop "$2"' leftovers "$root/tools/server/groups.sh" "$run"; }

# Drawn once for each shop.
if [ -z "${SNUGFIT_SECRET:-}" ]; then
  [ -s "$SNUGFIT_DATA/secret" ] || head -c 32 /dev/urandom | od -An -tx1 | tr -d ' \n' | put "$SNUGFIT_DATA/secret"
  SNUGFIT_SECRET=$(cat "$SNUGFIT_DATA/secret")
  export SNUGFIT_SECRET
fi

exec 8>>"$run/lock"
flock -n 8 || { echo "The shop in $SNUGFIT_DATA is open already." >&2; exit 1; }
# What a start that was killed left behind would hold the port, and work beside the new one.
leftovers
if (exec 3<>"/dev/tcp/$host/$port") 2>/dev/null; then
  echo "Port $port is taken by another program. Choose another with --port." >&2
  exit 1
fi

"${as_shop[@]}" php "$root/bin/console" shop:ready 8>&- >&2 || exit 1
"${as_shop[@]}" php "$root/bin/console" doctrine:migrations:migrate --no-interaction --quiet 8>&-
"${as_shop[@]}" php "$root/bin/console" shop:stock --quiet 8>&-

scheme=http
if [ "$SNUGFIT_DOOR" = closed ]; then
  if ! "${as_shop[@]}" php "$root/bin/console" user has-owner --quiet 8>&-; then
    echo "From other machines people sign in, and nobody can yet." >&2
    echo "Add an owner first: bin/snugfit user add NAME --role=owner" >&2
    exit 1
  fi
  if [ -z "$proxy" ]; then
    scheme=https
    if [ -n "$cert" ] || [ -n "$key" ]; then
      [ -r "$cert" ] && [ -r "$key" ] || { echo "--tls-cert and --tls-key both name a file that can be read." >&2; exit 1; }
      "${as_shop[@]}" mkdir -p "$run/tls"
      put "$run/tls/cert.pem" <"$cert"; put "$run/tls/key.pem" <"$key"
    else
      # One of its own, which browsers warn of once: better than passwords that everybody on the network reads.
      "${as_shop[@]}" "$root/tools/server/certificate.sh" "$SNUGFIT_DATA/tls" "$host" "${names[@]}"
      "${as_shop[@]}" mkdir -p "$run/tls"
      "${as_shop[@]}" cp "$SNUGFIT_DATA/tls/cert.pem" "$SNUGFIT_DATA/tls/key.pem" "$run/tls/"
    fi
  fi
fi
cores=$(nproc)
"${as_shop[@]}" php "$root/tools/server/configure.php" "$root" "$run" "$host" "$port" "$cores" "$scheme" "$proxy"
supervisord=$(command -v supervisord)
# It ends with this script, however that ends, and all that it started ends with it.
supervise() {
  "${as_shop[@]}" setpriv --pdeathsig TERM "$supervisord" -n -c "$run/supervisord.conf" >/dev/null 2>&1 8>&- &
  supervisor=$!
}
supervise
end() { kill -TERM "$supervisor" 2>/dev/null || true; wait "$supervisor" 2>/dev/null || true; leftovers; }
stop() { trap - EXIT INT TERM HUP; end; echo; echo "Stopped."; exit 0; }
fail() {
  tail -n 8 "$run"/*.log "$SNUGFIT_DATA"/log/*.log 2>/dev/null | cut -c 1-300 >&2 || true
  echo "$1; what happened is in $run." >&2
  exit 1
}
trap stop INT TERM HUP
trap end EXIT

reach=$host
case "$host" in 0.0.0.0|::) reach=127.0.0.1 ;; esac
[[ $reach != *:* ]] || reach="[$reach]"
address="$scheme://$reach:$port/"
# Behind a proxy nobody but that may ask.
[ -z "$proxy" ] || address="http://$reach:$port/"
asks() { curl -ks -o /dev/null --max-time "$1" -w '%{http_code}' "$address" 2>/dev/null | grep -qE '^(200|302|401|403)$'; }
for _ in $(seq 1 200); do
  kill -0 "$supervisor" 2>/dev/null || fail "The shop did not start"
  asks 2 && break
  sleep 0.1
done
asks 5 || fail "The page does not answer"
if [ "$mode" = demo ]; then
  "${as_shop[@]}" php "$root/bin/console" shop:demo 8>&-
fi
echo "Snugfit is open: $address   (Ctrl-C closes it)"
while :; do
  wait "$supervisor" || true
  echo "The supervisor was ended from outside and is started again."
  leftovers
  sleep 1
  supervise
done
