# Ends processes that an earlier start left behind. To be sourced.

# Every program of the shop leads a process group, by whose number its children are known.
end_group() {
  local group=${1//[^0-9]/} member name
  [ -n "$group" ] || return 0
  for member in $(members "$group"); do
    name=$(cat "/proc/$member/comm" 2>/dev/null)
    # The number may be another's by now.
    case "$name" in nginx*|php*|supervisord*|prlimit|bwrap|setpriv) kill -KILL "$member" 2>/dev/null ;; esac
  done
  return 0
}

members() {
  local group=$1 stat fields
  for stat in /proc/[0-9]*/stat; do
    # "PID (name) state parent group …"; a name may hold anything but is followed by the last bracket.
    read -r fields <"$stat" || continue
    set -- ${fields##*) }
    [ "${3:-}" != "$group" ] || [ "${fields%% *}" = $$ ] || echo "${fields%% *}"
  done 2>/dev/null
}

# All of a shop that is left without its start script: supervisor first, since it would start the others again.
end_shop() {
  local run=$1 note supervisor
  supervisor=$(cat "$run/supervisor.pid" 2>/dev/null || true)
  if [ -n "$supervisor" ] && grep -qaF "$run/supervisord.conf" "/proc/$supervisor/cmdline" 2>/dev/null; then
    kill -TERM "$supervisor" 2>/dev/null || true
    for _ in $(seq 100); do kill -0 "$supervisor" 2>/dev/null || break; sleep 0.1; done
    kill -KILL "$supervisor" 2>/dev/null || true
  fi
  for note in "$run"/pids/*; do
    [ -e "$note" ] && end_group "$(cat "$note")"
  done
  return 0
}
