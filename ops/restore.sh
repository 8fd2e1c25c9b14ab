# A ledger from what lies at stores: bin/ledger restore STORE [--at DATE], rebuild STORE..., take-over STORE; and hand-over STORE, which closes it here.

# $1 the verb, then a store's folder and what goes with it.
ledger_from_store() {
  local verb=$1 store; shift
  [ -n "${1:-}" ] && [ -d "$1" ] || stop_with "usage: bin/ledger $verb STORE. STORE is the folder of a store, as it is mounted here."
  store=$(readlink -f "$1")
  set_up
  make_home
  is_running && stop_with "This home's ledger is running. Stop it first (bin/ledger stop), or name another home (LEDGER_HOME). Nothing was changed."
  start_postgres
  forget_stale_container
  case $verb in
    # An earlier version's ledger is brought up to date; the dump stays as it is.
    restore | take-over) console "$verb" "$store" "${@:2}" && bring_up_to_date && console restored "$store" ;;
    # The tables are there first; the stores come from those that are named.
    rebuild) bring_up_to_date && console rebuild "$store" "${@:2}" ;;
  esac
  local result=$?
  stop_postgres
  [ "$result" -ne 0 ] || say "bin/ledger start opens it."
  return "$result"
}

hand_ledger_over() {
  [ -n "${1:-}" ] && [ -d "$1" ] || stop_with "usage: bin/ledger hand-over STORE. STORE is the folder of a store, as it is mounted here."
  make_home
  stop_server
  start_postgres
  forget_stale_container
  bring_up_to_date && console hand-over "$(readlink -f "$1")"
  local result=$?
  stop_postgres
  [ "$result" -eq 0 ] || say "bin/ledger start opens the ledger here again, unless the lines above say that it is closed."
  return "$result"
}
