#!/usr/bin/env bash
# A PostgreSQL server of one's own in the foreground, for tests and trials: user and database "snugfit", password "snugfit".
# Usage: postgres.sh FOLDER PORT [ADDRESS]
set -euo pipefail
folder=$1 port=$2 address=${3:-127.0.0.1}
programs=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
as=()
mkdir -p "$folder"
folder=$(cd "$folder" && pwd)
# The user that it runs as may not enter where this was called.
cd "$folder"
# It does not run as root.
if [ "$(id -u)" = 0 ]; then
  chown postgres: "$folder"
  as=(setpriv --reuid=postgres --regid=postgres --clear-groups)
fi
if [ ! -e "$folder/data/PG_VERSION" ]; then
  "${as[@]}" sh -c 'echo snugfit >"$1"' sh "$folder/password"
  "${as[@]}" "$programs/initdb" --pgdata="$folder/data" --username=snugfit --pwfile="$folder/password" --auth=scram-sha-256 \
    --encoding=UTF8 --locale=C --no-sync >/dev/null
  echo "CREATE DATABASE snugfit;" | "${as[@]}" "$programs/postgres" --single -D "$folder/data" postgres >/dev/null 2>&1
  [ "$address" = 127.0.0.1 ] || echo "host all all samenet scram-sha-256" | "${as[@]}" tee -a "$folder/data/pg_hba.conf" >/dev/null
fi
exec "${as[@]}" "$programs/postgres" -D "$folder/data" -c port="$port" -c listen_addresses="$address" \
  -c unix_socket_directories="$folder" -c fsync="${SNUGFIT_FSYNC:-off}" -c max_connections=300 -c log_min_messages=fatal
