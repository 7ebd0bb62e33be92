#!/usr/bin/env bash
# Unpacks the typefaces that ship with the pages for the program that draws proof sheets, which reads no WOFF2.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
out="$root/var/fonts"
rm -rf "$out"
mkdir -p "$out"
for face in public-sans/files/public-sans-{latin,latin-ext}-wght-normal \
  jetbrains-mono/files/jetbrains-mono-{latin,latin-ext,cyrillic,greek}-wght-normal \
  bricolage-grotesque/files/bricolage-grotesque-{latin,latin-ext}-wght-normal; do
  cp "$root/node_modules/@fontsource-variable/$face.woff2" "$out/"
  woff2_decompress "$out/$(basename "$face").woff2"
done
rm "$out"/*.woff2
cat >"$out/fonts.conf" <<EOF
<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd">
<fontconfig><include ignore_missing="yes">/etc/fonts/fonts.conf</include><dir>$out</dir><cachedir>$out/cache</cachedir></fontconfig>
EOF
