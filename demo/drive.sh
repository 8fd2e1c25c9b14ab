#!/usr/bin/env bash
# A simulated drive is taken away, out of sight, or brought back. usage: drive.sh away|back DRIVES NAME
case $1 in
  away) [ -d "$2/$3" ] && mv "$2/$3" "$2/.$3" ;;
  back) [ -d "$2/.$3" ] && mv "$2/.$3" "$2/$3" ;;
  *) echo "usage: drive.sh away|back DRIVES NAME" >&2; exit 2 ;;
esac
