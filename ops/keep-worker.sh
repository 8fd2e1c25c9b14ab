#!/usr/bin/env bash
# Keeps one worker running: $1 is the ledger's home, $2 what it does: the queues it works off, the first of them first. Ends, with its worker, on TERM.
source "$(dirname "${BASH_SOURCE[0]}")/common.sh"
export LEDGER_HOME=$1
PHP=$(command -v php8.2 || command -v php)
# Linux shares the processor among sessions before it asks how nice each process is (sched(7), autogroup): this one is nice as a whole.
# It takes one such wish in a tenth of a second from all who are not root, and workers start together.
gentle=10; [ "$2" = land ] && gentle=19 # nobody waits for it
gentle=${LEDGER_GENTLE:-$gentle}
if [ "${2%% *}" != work ] && [ -w /proc/$$/autogroup ]; then
  for wait in 0 0.2 0.3 0.5 0.7; do
    sleep "$wait"
    { echo $gentle >/proc/$$/autogroup; } 2>/dev/null && break
  done
fi
worker=
trap 'trap - TERM; [ -n "$worker" ] && kill "$worker" 2>/dev/null && wait "$worker"; exit 0' TERM INT
while true; do
  # shellcheck disable=SC2086 # who converts or measures pictures does so compiled, and lets others go first: pages are asked for meanwhile
  $([ "${2%% *}" = work ] || echo nice -n $gentle) "$PHP" -d memory_limit=512M $([ "${2%% *}" = work ] || echo "${COMPILED[*]}") "$ROOT/server/console.php" messenger:consume $2 --keepalive=5 --sleep=0.3 --time-limit=7200 --no-interaction & worker=$!
  wait "$worker"
  sleep 1 & wait $!
done
