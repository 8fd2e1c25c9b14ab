# A ledger from the dumps at a store: bin/ledger restore STORE [--at DATE].

restore_ledger() {
  local store=${1:-}
  [ -n "$store" ] && [ -d "$store" ] || stop_with "usage: bin/ledger restore STORE [--at DATE]. STORE is the folder of a store, as it is mounted here."
  store=$(readlink -f "$store")
  set_up
  make_home
  is_running && stop_with "This home's ledger is running. Stop it first (bin/ledger stop), or restore into another home (LEDGER_HOME). Nothing was restored."
  start_postgres
  forget_stale_container
  console restore "$store" "${@:2}" || { stop_postgres; return 1; }
  # An earlier version's ledger is brought up to date; the dump stays as it is.
  bring_up_to_date && console restored "$store"
  local result=$?
  stop_postgres
  [ "$result" -ne 0 ] || say "bin/ledger start opens it."
  return "$result"
}
