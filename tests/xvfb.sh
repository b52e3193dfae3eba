#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# The real program in a real window: it paints every main view under Xvfb.
set -euo pipefail
program=$1 data=$2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
export HOME=$work XDG_CONFIG_HOME=$work/c XDG_DATA_HOME=$work/d XDG_RUNTIME_DIR=$work
chmod 700 "$work"
xvfb-run -a -s '-screen 0 1400x900x24' "$program" --data "$data" --screenshots "$work/shots" 2>/dev/null
test "$(find "$work/shots" -name '*.png' | wc -l)" -ge 8
# a pipe in the place of the preferences is not waited for
for name in keelhaul.conf keelhaul/keelhaul.conf; do
    mkdir -p "$work/c/keelhaul"
    rm -f "$work/c/$name"
    mkfifo "$work/c/$name"
done
timeout 60 xvfb-run -a -s '-screen 0 1400x900x24' "$program" --data "$data" --screenshots "$work/piped" 2>/dev/null
test "$(find "$work/piped" -name '*.png' | wc -l)" -ge 8
