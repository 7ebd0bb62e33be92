#!/bin/sh
# Downloads what choosing is judged by, from Debian, and unpacks it: fetch-judged.sh WORK. Some 1 GB; nothing is installed.
set -eu
work=$1
mkdir -p "$work/deb" "$work/root"
cd "$work/deb"
for package in opencv-doc gimp-help-en python3-skimage stellarium-data wesnoth-1.16-data supertux-data naev-data gnome-cards-data \
    iso-flags-svg gnome-user-docs mate-user-guide debian-edu-doc-en fonts-urw-base35; do
    [ -n "$(find . -name "${package}_*.deb")" ] || apt-get download -q "$package"
done
for package in *.deb; do
    nice dpkg -x "$package" "$work/root"
done
