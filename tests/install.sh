#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# cmake --install into an empty prefix; the installed programs work from there with the installed data alone.
set -euo pipefail
build=$1
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
cmake --install "$build" --prefix "$work/prefix" >/dev/null
for f in bin/keelhaul bin/keelhaul-cli share/keelhaul/profiles/transmitters/halyard-10.json share/keelhaul/demo/turnstone-470.keel.json \
         share/keelhaul/schema/setup.schema.json share/applications/keelhaul.desktop share/icons/hicolor/scalable/apps/keelhaul.svg \
         share/mime/packages/keelhaul-mime.xml share/man/man1/keelhaul-cli.1 share/keelhaul/handbook/handbook.md; do
    test -f "$work/prefix/$f" || { echo "not installed: $f"; exit 1; }
done
export HOME=$work XDG_CONFIG_HOME=$work/c XDG_DATA_HOME=$work/none
cd "$work"
prefix/bin/keelhaul-cli audit prefix/share/keelhaul/demo/turnstone-470.keel.json >/dev/null
prefix/bin/keelhaul-cli new --class 380 --transmitter halyard-10 -o "$work/new.keel.json"
# the installed data win over the source tree: a profile changed there is the one that is used
sed -i 's/"Halyard 10"/"Halyard 10 installed"/' prefix/share/keelhaul/profiles/transmitters/halyard-10.json
prefix/bin/keelhaul-cli new --class 380 --transmitter halyard-10 --replace -o "$work/new.keel.json"
grep -q 'Halyard 10 installed' "$work/new.keel.json"
QT_QPA_PLATFORM=offscreen prefix/bin/keelhaul --screenshots "$work/shots" 2>/dev/null
test -s "$work/shots/swash.png"
