# The measurements. What they are held against waits for the drive, and so do they.

source "$ROOT/ops/test-homes.sh"
TEST_PLACE=$ROOT/var/bench
QUICK_PG=

# A cluster made as a ledger's is, logins and all.
kept_cluster() { LEDGER_PG_PORT=7461 start_postgres && database_url ledger_test && ensure_database ledger_test && APP_ENV=test bring_up_to_date; }
copy_cluster() { :; }

# The desk in a real browser, on a card of 3,000 frames.
bench_desk() {
  cd "$ROOT" || return 1
  install_debian_packages chromium
  web_cards && web_ledger 9 && cp -a "$ROOT/var/test-cards/more/MANY" "$LEDGER_HOME/reader/" || return 1
  node bench/desk.mjs
  local result=$?
  end_home
  return "$result"
}

# First look in a real browser, on 500 frames of 24 megapixels, or raws with such previews: bench look [FRAMES [raw]].
bench_look() {
  cd "$ROOT" || return 1
  install_debian_packages chromium
  web_cards && web_ledger 9 && "$PHP" "${COMPILED[@]}" bench/look-card.php "$LEDGER_HOME/reader/LOOK" "${1:-500}" "${2:-}" || return 1
  bin/ledger intake "$LEDGER_HOME/reader/LOOK" -d "First look" | tail -1
  node bench/look.mjs shoots-1 "prove Bellows"
  local result=$?
  end_home
  return "$result"
}

# 200,000 pictures that came in at once would be looked at all the while; on a ledger at rest they were long ago.
end_looks() { local worker; for worker in "$LEDGER_HOME"/run/look-*.pid; do end_process "$worker" "$LEDGER_HOME"; done; }

# Finding in a real browser, on 200,000 frames with a picture each.
bench_find_page() {
  cd "$ROOT" || return 1
  install_debian_packages chromium
  web_cards && web_ledger 9 || return 1
  database_url ledger
  "$PHP" -d memory_limit=2G "${COMPILED[@]}" bench/find-page.php "$LEDGER_HOME/reader/TOWER/DCIM"/* "$LEDGER_HOME/drives/Anvil" && start_server && end_looks && node bench/find-page.mjs
  local result=$?
  end_home
  return "$result"
}

run_bench() {
  install_debian_packages "${DEBIAN_PACKAGES[@]}" dcmtk rsync
  set_up
  cd "$ROOT" || return 1
  if [ "${1:-}" = desk ]; then bench_desk; return; fi
  if [ "${1:-}" = find-page ]; then bench_find_page; return; fi
  if [ "${1:-}" = look ]; then bench_look "${@:2}"; return; fi
  test_home || return 1
  local bench
  if [ $# -gt 0 ]; then
    fetch_reference_files && "$PHP" -d memory_limit=1G "${COMPILED[@]}" "bench/$1.php" "${@:2}"
    local result=$?
    end_home
    return "$result"
  fi
  for bench in bench/[a-z]*.php; do
    case $bench in */look-card.php | */find-page.php) continue ;; esac # what others are measured on
    say "== ${bench##*/}"
    "$PHP" -d memory_limit=1G "${COMPILED[@]}" "$bench" || return 1
  done
  end_home
  say "== desk"
  bench_desk
  say "== look"
  bench_look
  say "== find-page"
  bench_find_page
}
