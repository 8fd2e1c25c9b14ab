# Shared by the parts of bin/ledger: where things are, and how to say what is wrong.

set -u
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
LEDGER_PORT=${LEDGER_PORT:-7410}
export ROOT
# What codes or measures pictures needs PHP's compiler to machine code (docs/dng.md has what it gives). ops/compiled is the same for programs that start others.
COMPILED=(-d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M)

say() { printf '%s\n' "$*" >&2; }
stop_with() { say "$*"; exit 1; }

# Runs a command and shows its output only when it fails.
quietly() {
  local log; log=$(mktemp)
  if ! "$@" >"$log" 2>&1; then
    tail -n 40 "$log" >&2; rm -f "$log"; return 1
  fi
  rm -f "$log"
}

port_answers() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

first_free_port() {
  local port=$1
  while port_answers "$port"; do port=$((port + 1)); done
  printf '%s' "$port"
}

# Whether the process of pid file $1 runs and has $2 in its command line.
runs() {
  local pid; pid=$(cat "$1" 2>/dev/null) || return 1
  [ -n "$pid" ] && kill -0 "$pid" 2>/dev/null && ps -o args= -p "$pid" 2>/dev/null | grep -qF -- "$2"
}

# Ends the process of pid file $1, if it is the one with $2 in its command line, and waits until it is gone.
end_process() {
  runs "$1" "$2" || { rm -f "$1"; return 0; }
  local pid i; pid=$(cat "$1")
  kill "$pid" 2>/dev/null
  for i in $(seq 100); do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
  kill -9 "$pid" 2>/dev/null
  rm -f "$1"
}

# A folder of this ledger that must have room: $1 folder, $2 megabytes.
need_room() {
  local free; free=$(df -Pm "$1" | awk 'NR==2 {print $4}')
  [ "${free:-0}" -ge "$2" ] || stop_with "There are $free MB free below $1 and $2 MB are needed. Free some space and run this again; nothing was changed."
}
