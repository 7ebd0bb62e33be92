#!/usr/bin/env bash
# Starts the shop in the foreground: web server, PHP, workers and the host that takes their answers in. Ctrl-C stops all.
set -euo pipefail
mode=$1; shift
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
source "$root/tools/server/common.sh"
port=8087
host=127.0.0.1
names=()
cert= key= proxy=
workers=$(nproc)
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
    --workers) workers=$value ;;
    --queue) SNUGFIT_QUEUE=$value ;;
    --store) SNUGFIT_STORE=$value ;;
    *) echo "Snugfit does not know \"$option\"." >&2
      echo "It takes --port, --host, --name, --tls-cert, --tls-key, --behind-proxy, --workers, --queue and --store." >&2; exit 1 ;;
  esac
done
[[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || { echo "--port takes a number from 1 to 65535." >&2; exit 1; }

# As developers run it: with the profiler, and a container that follows the code.
export APP_ENV=${APP_ENV:-prod}
# For work that other machines share (docs/guide.md, Several machines).
export SNUGFIT_QUEUE=${SNUGFIT_QUEUE:-} SNUGFIT_STORE=${SNUGFIT_STORE:-} SNUGFIT_ROLE=host
[ -n "$SNUGFIT_QUEUE" ] && [ -n "$SNUGFIT_STORE" ] || [ -z "$SNUGFIT_QUEUE$SNUGFIT_STORE" ] || {
  echo "--queue and --store go together: machines share work by the one, and files by the other." >&2; exit 1; }
[[ $workers =~ ^[0-9]+$ ]] && { [ "$workers" -ge 1 ] || [ -n "$SNUGFIT_QUEUE" ]; } || {
  echo "--workers takes a number from 1; 0 where other machines make the print files (--queue)." >&2; exit 1; }
purpose=server
[ -z "$SNUGFIT_QUEUE" ] || purpose=farm
[ "$APP_ENV" != dev ] || purpose=test
"$root/tools/setup.sh" "$purpose"
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
data_folder
as_owner "$port"

# Drawn once for each shop.
if [ -z "${SNUGFIT_SECRET:-}" ]; then
  [ -s "$SNUGFIT_DATA/secret" ] || head -c 32 /dev/urandom | od -An -tx1 | tr -d ' \n' | put "$SNUGFIT_DATA/secret"
  SNUGFIT_SECRET=$(cat "$SNUGFIT_DATA/secret")
  export SNUGFIT_SECRET
fi

alone || { echo "The shop in $SNUGFIT_DATA is open already." >&2; exit 1; }
if (exec 3<>"/dev/tcp/$host/$port") 2>/dev/null; then
  echo "Port $port is taken by another program. Choose another with --port." >&2
  exit 1
fi

"${as_shop[@]}" php "$root/bin/console" shop:ready 8>&- >&2 || exit 1
"${as_shop[@]}" php "$root/bin/console" doctrine:migrations:migrate --no-interaction --quiet 8>&-
"${as_shop[@]}" php "$root/bin/console" shop:stock --quiet 8>&-

if [ -n "$SNUGFIT_QUEUE" ]; then
  machine_token
  farm open >&2 || exit 1
fi

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
"${as_shop[@]}" php "$root/tools/server/configure.php" "$root" "$run" "$host" "$port" "$workers" "$scheme" "$proxy"
supervise
end() {
  end_supervisor
  [ -z "$SNUGFIT_QUEUE" ] || farm leave >/dev/null 2>&1 || true
}
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
keep_supervisor
