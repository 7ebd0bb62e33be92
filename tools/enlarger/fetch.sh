#!/bin/sh
# Downloads what the networks are trained on, from Debian, and unpacks it: fetch.sh WORK. Some 3 GB, 10 min; nothing is installed.
set -eu
work=$1
mkdir -p "$work/deb" "$work/root"
cd "$work/deb"
for package in \
    gnome-backgrounds mate-backgrounds plasma-workspace-wallpapers lomiri-wallpapers-16.04 lomiri-wallpapers-20.04 ukui-wallpapers \
    tuxpaint-stamps-default openclipart-png openclipart-svg 0ad-data supertuxkart-data hedgewars-data papirus-icon-theme \
    python3-sklearn-lib python3-sklearn \
    fonts-dejavu-core fonts-dejavu-extra fonts-lato fonts-roboto-unhinted fonts-open-sans fonts-cantarell fonts-comfortaa \
    fonts-ebgaramond fonts-inter fonts-oswald fonts-noto-core fonts-lobster; do
    # One that this archive does not have any more is left out.
    [ -n "$(find . -name "${package}_*.deb")" ] || apt-get download -q "$package" || echo "no $package"
done
for package in *.deb; do
    nice dpkg -x "$package" "$work/root"
done
cd "$work/root"
unzip -q -o usr/share/games/0ad/mods/public/public.zip 'art/textures/terrain/types/*' 'art/textures/skins/gaia/*' \
    'art/textures/skins/structural/*' -d 0ad
