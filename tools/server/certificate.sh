#!/usr/bin/env bash
# A certificate of the shop's own for TLS, made once and made anew when it ends soon or a name is missing.
# Usage: certificate.sh FOLDER NAME …
set -euo pipefail
folder=$1; shift
names=
for name in "$@" localhost 127.0.0.1; do
  case "$name" in
    ''|0.0.0.0|::) continue ;;
    *[!0-9.:a-fA-F]*) kind=DNS ;;
    *.*.*.*|*:*) kind=IP ;;
    *) kind=DNS ;;
  esac
  case ",$names," in *",$kind:$name,"*) ;; *) names=${names:+$names,}$kind:$name ;; esac
done
mkdir -p "$folder"
if [ "$(cat "$folder/names" 2>/dev/null)" = "$names" ] && openssl x509 -checkend 2592000 -noout -in "$folder/cert.pem" >/dev/null 2>&1; then
  exit 0
fi
openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -sha256 -days 397 -subj "/CN=Snugfit" \
  -addext "subjectAltName=$names" -addext "extendedKeyUsage=serverAuth" \
  -keyout "$folder/key.pem" -out "$folder/cert.pem" 2>/dev/null
chmod 600 "$folder/key.pem"
printf '%s' "$names" >"$folder/names"
