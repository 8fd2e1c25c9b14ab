#!/usr/bin/env bash
# Keeps one worker running: $1 is the ledger's home, $2 what it does: the queues it works off, the first of them first. Ends, with its worker, on TERM.
source "$(dirname "${BASH_SOURCE[0]}")/common.sh"
export LEDGER_HOME=$1
PHP=$(command -v php8.2 || command -v php)
# Linux shares the processor among sessions before it asks how nice each process is (sched(7), autogroup): this one is nice as a whole.
[ "${2%% *}" = work ] || { [ -w /proc/$$/autogroup ] && echo 10 >/proc/$$/autogroup; } 2>/dev/null
worker=
trap 'trap - TERM; [ -n "$worker" ] && kill "$worker" 2>/dev/null && wait "$worker"; exit 0' TERM INT
while true; do
  # shellcheck disable=SC2086 # who converts raws does so compiled; who converts or looks lets others go first: pages are asked for meanwhile
  $([ "${2%% *}" = work ] || echo nice -n 10) "$PHP" -d memory_limit=512M $([ "$2" != convert ] || echo "${COMPILED[*]}") "$ROOT/server/console.php" messenger:consume $2 --keepalive=5 --sleep=0.3 --time-limit=7200 --no-interaction & worker=$!
  wait "$worker"
  sleep 1 & wait $!
done
