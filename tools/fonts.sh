#!/usr/bin/env bash
# Unpacks the typefaces that ship with the pages, for lettering and for the program that draws proof sheets: neither reads WOFF2.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
out="$root/var/fonts"
rm -rf "$out"
mkdir -p "$out"
for face in bricolage-grotesque caveat dancing-script jetbrains-mono oswald public-sans rubik source-serif-4; do
  # By script: a letter is looked for in one file after the other.
  for file in "$root/node_modules/@fontsource-variable/$face/files/$face"-*-wght-normal.woff2; do
    cp "$file" "$out/"
    woff2_decompress "$out/$(basename "$file")"
  done
done
rm "$out"/*.woff2
cat >"$out/fonts.conf" <<EOF
<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd">
<fontconfig><include ignore_missing="yes">/etc/fonts/fonts.conf</include><dir>$out</dir><cachedir>$out/cache</cachedir></fontconfig>
EOF
