#!/usr/bin/env bash
# The simulated reader lets go of a card: its folder moves out of sight. usage: eject.sh VOLUME | --put-back READER
if [ "$1" = --put-back ]; then
  for card in "$2"/.out/*; do [ -e "$card" ] && mv "$card" "$2/"; done
  exit 0
fi
[ -d "$1/DCIM" ] || { echo "there is no card at $1" >&2; exit 1; }
mkdir -p "$(dirname "$1")/.out" && mv "$1" "$(dirname "$1")/.out/"
