#!/usr/bin/env bash
# Runs one program of the shop, after what its last start may have left behind was ended: who is killed leaves children
# that hold its port, its socket or its work. Ends with the supervisor, however that ends.
# Usage: alone.sh PID-FILE COMMAND …
set -uo pipefail
note=$1; shift
source "$(dirname "${BASH_SOURCE[0]}")/groups.sh"

end_group "$(cat "$note" 2>/dev/null)"
# One that ends at once is not started again as fast as the machine can.
last=$(stat -c %Y "$note" 2>/dev/null || echo 0)
[ $((EPOCHSECONDS - last)) -gt 1 ] || sleep 1
# Over what stands there: on a full disk nothing could be written anew.
printf '%-10s' $$ 1<>"$note" 2>/dev/null || true
exec setpriv --pdeathsig TERM "$@"
