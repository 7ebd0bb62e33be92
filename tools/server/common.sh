# What the shop and a machine that works for one have in common. To be sourced, with "root" set.

# What is kept is its owner's alone. Sets "run".
data_folder() {
  umask 077
  mkdir -p "$SNUGFIT_DATA"
  SNUGFIT_DATA=$(cd "$SNUGFIT_DATA" && pwd)
  chmod go-rwx "$SNUGFIT_DATA"
  run=$SNUGFIT_DATA/run
  mkdir -p "$run/pids" "$SNUGFIT_DATA/tmp"
}

# Nothing that works runs as root: who started it as root gave a user of its own to it (tools/setup.sh). Sets "as_shop".
as_owner() {
  local port=$1 user=snugfit caps=-all
  as_shop=()
  [ "$(id -u)" = 0 ] && id "$user" >/dev/null 2>&1 || return 0
  find "$SNUGFIT_DATA" ! -user "$user" -exec chown -h "$user:" {} +
  [ "$port" -ge 1024 ] || caps=-all,+net_bind_service
  as_shop=(setpriv --reuid="$user" --regid="$user" --clear-groups --inh-caps="$caps" --ambient-caps="$caps" --no-new-privs)
  # Packages are installed with whatever rights their archives name.
  can_run || chmod -R go+rX "$root"/{bin,config,migrations,networks,node_modules,profiles,public,src,templates,tools,vendor} \
    "$root/var/cache" "$root/var/fonts"
  if ! can_run; then
    as_shop=()
    chown -R root: "$SNUGFIT_DATA"
    echo "Snugfit runs as root: the user \"$user\" cannot reach $root or $SNUGFIT_DATA." >&2
  fi
}
can_run() { "${as_shop[@]}" php "$root/bin/console" about --env=prod >/dev/null 2>&1 && "${as_shop[@]}" test -w "$run"; }

# What root does in the folder it does as whom the folder belongs to: links that lie there lead it nowhere.
put() { "${as_shop[@]}" sh -c 'umask 077; cat >"$1"' put "$1"; }
leftovers() { "${as_shop[@]}" bash -c 'source "$1"; end_shop "$2"' leftovers "$root/tools/server/groups.sh" "$run"; }

# One at a time in a folder. What a start that was killed left behind would hold the port, and work beside the new one.
alone() {
  exec 8>>"$run/lock"
  flock -n 8 || return 1
  leftovers
}

# By which the others know this machine from another of the same name, also after it was killed and started again.
machine_token() {
  [ -s "$SNUGFIT_DATA/machine" ] || head -c 16 /dev/urandom | od -An -tx1 | tr -d ' \n' | put "$SNUGFIT_DATA/machine"
  SNUGFIT_MACHINE_TOKEN=$(cat "$SNUGFIT_DATA/machine")
  export SNUGFIT_MACHINE_TOKEN
}
farm() { "${as_shop[@]}" php "$root/bin/console" farm "$1" 8>&-; }

# It ends with the start script, however that ends, and all that it started ends with it. Sets "supervisor".
supervise() {
  "${as_shop[@]}" setpriv --pdeathsig TERM "$(command -v supervisord)" -n -c "$run/supervisord.conf" >/dev/null 2>&1 8>&- &
  supervisor=$!
}
end_supervisor() { kill -TERM "$supervisor" 2>/dev/null || true; wait "$supervisor" 2>/dev/null || true; leftovers; }
keep_supervisor() {
  while :; do
    wait "$supervisor" || true
    echo "The supervisor was ended from outside and is started again."
    leftovers
    sleep 1
    supervise
  done
}
