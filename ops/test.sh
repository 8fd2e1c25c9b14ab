# The tests: style, PHPUnit with a database of its own, and Playwright through the real interface.

run_tests() {
  local part=${1:-all} failed=0
  install_debian_packages "${DEBIAN_PACKAGES[@]}" "${TEST_PACKAGES[@]}"
  set_up
  PART_LOGS=$(mktemp -d)
  case $part in
    all) test_all || failed=1 ;;
    style|rules|unit|web) measured "$part" "test_$part" "${@:2}" || failed=1 ;; # what follows is for PHPUnit or Playwright
    *) stop_with "There is no part of the tests called $part: style, rules, unit or web." ;;
  esac
  table_of_parts
  rm -rf "$PART_LOGS"
  return "$failed"
}

# Style and types are looked at beside the tests that wait for drives, databases and browsers.
test_all() {
  local failed=0 beside
  (measured style nice -n 5 bash -c 'source "$ROOT/ops/common.sh"; source "$ROOT/ops/server.sh"; source "$ROOT/ops/test.sh"; test_style') >"$PART_LOGS/style.said" 2>&1 & beside=$!
  measured rules test_rules || failed=1
  measured unit test_unit || failed=1
  measured web test_web || failed=1
  wait "$beside" || failed=1
  cat "$PART_LOGS/style.said" >&2
  return "$failed"
}

# Runs a part, and notes how many cases it had, its seconds, and the share of all processors that was busy meanwhile.
measured() {
  local part=$1 busy total result seconds=$SECONDS; shift
  read -r busy total < <(processor_time)
  # shellcheck disable=SC2016
  "$@" 2>&1 | tee "$PART_LOGS/$part.log"
  result=${PIPESTATUS[0]}
  processor_time | awk -v name="$part" -v busy="$busy" -v total="$total" -v seconds=$((SECONDS - seconds)) -v cases="$(cases_in "$PART_LOGS/$part.log")" \
    '{printf "%-6s %7s %6d s  %3d %%\n", name, cases, seconds, 100 * ($1 - busy) / ($2 - total + 0.001)}' >"$PART_LOGS/$part.row"
  return "$result"
}

# Jiffies that all processors were busy, and in all, see proc(5).
processor_time() { awk '/^cpu / {print $2 + $3 + $4 + $7 + $8, $2 + $3 + $4 + $5 + $6 + $7 + $8}' /proc/stat; }

# What PHPUnit, Vitest and Playwright say of how many there were; of style, its checks.
cases_in() {
  sed 's/\x1b\[[0-9;]*m//g' "$1" | awk '
    match($0, /OK \([0-9]+ test/) {n += substr($0, RSTART + 4)}
    match($0, /^Tests: [0-9]+/) {n += substr($0, RSTART + 7)}
    /^ +Tests +[0-9]+ passed/ {n += $2}
    /^ +[0-9]+ (passed|failed)/ {n += $1}
    /^== (PHP style|PHPStan|TypeScript|ESLint)/ {n++}
    END {print n + 0}'
}

table_of_parts() {
  local part
  say ""
  say "part     cases  seconds  of $(nproc) processors"
  for part in style rules unit web; do [ ! -f "$PART_LOGS/$part.row" ] || say "$(cat "$PART_LOGS/$part.row")"; done
}

step() {
  say "== $1"; shift
  "$@"
}

# The web side's own rules, without a browser.
test_rules() {
  cd "$ROOT" || return 1
  step "Vitest" npm run --silent test
}

test_style() {
  cd "$ROOT" || return 1
  local failed=0
  step "PHP style" vendor/bin/php-cs-fixer fix --dry-run --diff -q || { say "Style: run vendor/bin/php-cs-fixer fix"; failed=1; }
  step "PHPStan" "$PHP" -d memory_limit=2G vendor/bin/phpstan analyse --no-progress || failed=1
  step "TypeScript" npm run --silent typecheck || failed=1
  step "ESLint" npm run --silent lint || failed=1
  return "$failed"
}

# What tests lose by a power cut is made anew: their database does not wait for the drive.
QUICK_PG="-c fsync=off -c full_page_writes=off -c autovacuum=off"

test_home() {
  LEDGER_HOME=$ROOT/var/test; export LEDGER_HOME
  mkdir -p "$LEDGER_HOME"
  rm -rf "$LEDGER_HOME"/cache/symfony-*
  printf 'readers: []\nstores:\n    main: { name: Main, path: %s/store }\n' "$LEDGER_HOME" >"$LEDGER_HOME/settings.yaml"
  make_home
  LEDGER_PG_PORT=7461 start_postgres
}

# As many processes as processors, each with a home and a database of its own; what needs the machine to itself runs alone then.
test_unit() {
  cd "$ROOT" || return 1
  fetch_reference_files || return 1
  (LEDGER_HOME=$ROOT/var/test; [ ! -d "$LEDGER_HOME" ] || stop_postgres) # it may run with other flags, for a measurement
  LEDGER_PG_FLAGS=$QUICK_PG test_home
  database_url ledger_test
  ensure_database ledger_test
  APP_ENV=test bring_up_to_date || return 1
  local result=0 process processes; processes=$(nproc)
  for ((process = 1; process <= processes; process++)); do test_process "$process" || return 1; done
  if [ $# -gt 0 ]; then
    step "PHPUnit" phpunit "$@" || result=1
  else
    step "PHPUnit, in $processes processes" env APP_ENV=test APP_DEBUG=0 "$PHP" -d memory_limit=1G vendor/bin/paratest -c tests/phpunit.xml --processes="$processes" --exclude-group=alone --log-junit="$LEDGER_HOME/log/phpunit.xml" --passthru-php="'-d' 'memory_limit=1G'" || result=1
    step "PHPUnit, what runs alone" phpunit --group alone || result=1
  fi
  stop_postgres
  return "$result"
}

phpunit() { APP_ENV=test APP_DEBUG=0 "$PHP" -d memory_limit=1G vendor/bin/phpunit -c tests/phpunit.xml "$@"; }

# The home and the database of one process of several: $1 its number.
test_process() {
  local home=$LEDGER_HOME/$1 db=(-h 127.0.0.1 -p "$(cat "$LEDGER_HOME/pg.port")" -U ledger -d postgres -Atqc)
  mkdir -p "$home" && cp "$LEDGER_HOME/token" "$LEDGER_HOME/settings.yaml" "$home/" || return 1
  (LEDGER_HOME=$home; rm -rf "$LEDGER_HOME"/cache/symfony-*; make_home)
  psql "${db[@]}" "DROP DATABASE IF EXISTS ledger_test_$1" && psql "${db[@]}" "CREATE DATABASE ledger_test_$1 TEMPLATE ledger_test"
}

# Real cameras' files from Debian's source packages, pinned by checksum and kept out of the repository.
fetch_reference_files() {
  local place=$ROOT/var/reference
  mkdir -p "$place"
  fetch_source "$place" libimage-exiftool-perl 12.57+dfsg-1 libimage-exiftool-perl_12.57+dfsg.orig.tar.xz 9de7ccd6ed6adf92038c8d943b1960d087b58c00b3924d19f61a1d774b7610fc exiftool &&
    fetch_source "$place" rawtran 1.1-1 rawtran_1.1.orig.tar.gz 3fe44b310387a12326adb7abc9642a08f5714afb9b80fa85103bfd92d80caea1 rawtran
}

# $1 place, $2 source package, $3 version, $4 file, $5 its SHA-256, $6 the folder it is unpacked to
fetch_source() {
  local place=$1 file=$1/$4
  [ -f "$place/$6.unpacked" ] && return 0
  if ! echo "$5  $file" | sha256sum -c --status 2>/dev/null; then
    say "Fetching the source package $2"
    local lists=$place/apt options
    mkdir -p "$lists/lists/partial" "$lists/sources"
    find /etc/apt -name 'debian.sources' -exec sed 's/^Types: deb$/Types: deb-src/' {} + >"$lists/sources/source.sources"
    sed -n 's/^deb \(.*debian.*\)/deb-src \1/p' /etc/apt/sources.list 2>/dev/null >"$lists/sources/source.list"
    options=(-q -o Dir::Etc::sourcelist=/dev/null -o "Dir::Etc::sourceparts=$lists/sources" -o "Dir::State::lists=$lists/lists")
    quietly apt-get "${options[@]}" update || say "The lists of Debian's source packages could not be renewed."
    # A package's Debian part may be missing where its original part is there; the checksum decides.
    (cd "$place" && apt-get "${options[@]}" source --download-only "$2=$3" >fetch.log 2>&1)
    echo "$5  $file" | sha256sum -c --status 2>/dev/null || { tail -n 5 "$place/fetch.log" >&2; say "The source package $2 $3 could not be fetched, or is not the one that the checks were made with."; return 1; }
  fi
  mkdir -p "$place/$6" && tar xf "$file" -C "$place/$6" --strip-components=1 && touch "$place/$6.unpacked"
}

# The demo's cards and one of many frames, made once for as long as what makes them is the same; each test has links to them.
web_cards() {
  [ -d "$ROOT/var/test-web/cards" ] || rm -f "$ROOT/var/stamps/cards"
  when_changed cards demo/*.php demo/*.sh core/Format/LosslessJpeg/*.php core/Format/Tiff/*.php -- make_web_cards
}

make_web_cards() {
  rm -rf "$ROOT/var/test-web/cards"
  "$PHP" "${COMPILED[@]}" demo/build.php "$ROOT/var/test-web/cards" --many 3000
}

# A whole ledger: $1 its number. Its database is made anew.
web_ledger() {
  cd "$ROOT" || return 1
  LEDGER_HOME=$ROOT/var/test-web/$1; export LEDGER_HOME
  mkdir -p "$LEDGER_HOME"/drives/{Anvil,Bellows}
  stop_server
  rm -rf "$LEDGER_HOME"/{reader,drives,settings.yaml,cache/readings,cache/pictures}
  mkdir -p "$LEDGER_HOME"/drives/{Anvil,Bellows}
  cp -a "$ROOT/var/test-web/cards" "$LEDGER_HOME/reader" || return 1
  printf 'readers: ["%s/reader"]\nsimulated_drives: "%s/drives"\nstores:\n    main: { name: Anvil, path: %s/drives/Anvil }\n    mirrors: [{ name: Bellows, path: %s/drives/Bellows }]\neject: [bash, %s/demo/eject.sh, "{volume}"]\n' "$LEDGER_HOME" "$LEDGER_HOME" "$LEDGER_HOME" "$LEDGER_HOME" "$ROOT" >"$LEDGER_HOME/settings.yaml"
  LEDGER_PORT=$(first_free_port "747$1"); export LEDGER_PORT
  make_home
  LEDGER_PG_PORT=748$1 LEDGER_PG_FLAGS=${2:-} start_postgres
  psql -h 127.0.0.1 -p "$(cat "$LEDGER_HOME/pg.port")" -U ledger -d postgres -qc 'DROP DATABASE ledger' && ensure_database ledger && start_server
}

# A ledger for each processor; each test finds the one that it has as on its first day (tests/web/fresh.php).
test_web() {
  cd "$ROOT" || return 1
  local ledger ledgers result; ledgers=$(nproc)
  web_cards || return 1
  for ((ledger = 1; ledger <= ledgers; ledger++)); do web_ledger "$ledger" "$QUICK_PG" || return 1; done
  step "Playwright, on $ledgers ledgers" env LEDGER_HOME="$ROOT/var/test-web" LEDGERS="$ledgers" PHP="$PHP" npx playwright test --config tests/web/playwright.config.ts "$@"
  result=$?
  for ((ledger = 1; ledger <= ledgers; ledger++)); do LEDGER_HOME=$ROOT/var/test-web/$ledger; stop_server; done
  return "$result"
}

# The desk in a real browser, on a card of 3,000 frames.
bench_desk() {
  cd "$ROOT" || return 1
  install_debian_packages chromium
  web_cards && web_ledger 9 || return 1
  node bench/desk.mjs
  local result=$?
  stop_server
  return "$result"
}

run_bench() {
  install_debian_packages "${DEBIAN_PACKAGES[@]}" dcmtk
  set_up
  cd "$ROOT" || return 1
  if [ "${1:-}" = desk ]; then bench_desk; return; fi
  test_home
  database_url ledger_test
  ensure_database ledger_test
  APP_ENV=test bring_up_to_date || return 1
  local bench
  if [ $# -gt 0 ]; then
    fetch_reference_files && "$PHP" -d memory_limit=1G "${COMPILED[@]}" "bench/$1.php" "${@:2}"
    local result=$?
    stop_postgres
    return "$result"
  fi
  for bench in bench/[a-z]*.php; do
    say "== ${bench##*/}"
    "$PHP" -d memory_limit=1G "${COMPILED[@]}" "$bench" || return 1
  done
  stop_postgres
  say "== desk"
  bench_desk
}
