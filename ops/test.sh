# The tests: style, PHPUnit with a database of its own, and Playwright through the real interface.

source "$ROOT/ops/test-homes.sh"

run_tests() {
  local part=${1:-all} failed=0
  install_debian_packages "${DEBIAN_PACKAGES[@]}" "${TEST_PACKAGES[@]}"
  set_up
  PART_LOGS=$(mktemp -d)
  case $part in
    all) test_all || failed=1 ;;
    changed|style|rules|unit|web) measured "$part" "test_$part" "${@:2}" || failed=1 ;; # what follows is for PHPUnit or Playwright
    *) stop_with "There is no part of the tests called $part: changed, style, rules, unit or web." ;;
  esac
  table_of_parts
  rm -rf "$PART_LOGS"
  return "$failed"
}

# Style and types are looked at beside the tests, in what time they leave: they wait for drives, databases and browsers.
test_all() {
  local failed=0 beside
  (measured style nice -n 19 bash -c 'source "$ROOT/ops/common.sh"; source "$ROOT/ops/server.sh"; source "$ROOT/ops/test.sh"; test_style') >"$PART_LOGS/style.said" 2>&1 & beside=$!
  measured rules test_rules || failed=1
  measured unit test_unit || failed=1
  measured web test_web || failed=1
  wait "$beside" || failed=1
  cat "$PART_LOGS/style.said" >&2
  return "$failed"
}

# Runs a part, and notes how many cases it had, its seconds, how long processors were busy meanwhile, and which share of all that is.
measured() {
  local part=$1 busy total result seconds=$SECONDS; shift
  read -r busy total < <(processor_time)
  # shellcheck disable=SC2016
  "$@" 2>&1 | tee "$PART_LOGS/$part.log"
  result=${PIPESTATUS[0]}
  processor_time | awk -v name="$part" -v busy="$busy" -v total="$total" -v seconds=$((SECONDS - seconds)) -v cases="$(cases_in "$PART_LOGS/$part.log")" \
    '{printf "%-6s %7s %6d s %6d s  %3d %%\n", name, cases, seconds, ($1 - busy) / 100, 100 * ($1 - busy) / ($2 - total + 0.001)}' >"$PART_LOGS/$part.row"
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
    /^== (PHP style|PHPStan|TypeScript|Oxlint)/ {n++}
    END {print n + 0}'
}

table_of_parts() {
  local part
  say ""
  say "part     cases  seconds     busy  of $(nproc) processors"
  for part in changed style rules unit web; do [ ! -f "$PART_LOGS/$part.row" ] || say "$(cat "$PART_LOGS/$part.row")"; done
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
  step "PHP style" env PHP_INI_SCAN_DIR=":$ROOT/ops/compiled" "$PHP" vendor/bin/php-cs-fixer fix --dry-run --diff -q || { say "Style: run vendor/bin/php-cs-fixer fix"; failed=1; }
  step "PHPStan" "$PHP" -d memory_limit=2G vendor/bin/phpstan analyse --no-progress || failed=1
  step "TypeScript" npm run --silent typecheck || failed=1
  step "Oxlint" npm run --silent lint || failed=1
  return "$failed"
}

# What the change since main, or since $1, touches: no substitute for the whole.
test_changed() {
  cd "$ROOT" || return 1
  local since=${1:-main} changed php=() web=() file failed=0
  [ $# -gt 0 ] || since=$(git merge-base main HEAD)
  [ "$since" != "$(git rev-parse HEAD)" ] || ! git diff --quiet HEAD || since=HEAD~1 # on main itself, with all of it committed
  mapfile -t changed < <(git diff --name-only --diff-filter=d "$since"; git ls-files --others --exclude-standard)
  for file in "${changed[@]}"; do
    case $file in
      core/*.php|server/*.php|demo/*.php|bench/*.php|tests/*.php) php+=("$file") ;;
      web/src/*.ts|web/src/*.tsx|tests/web/*.ts) web+=("$file") ;;
    esac
  done
  if [ ${#web[@]} -gt 0 ]; then
    step "Vitest" npx vitest related --run --passWithNoTests --config web/vite.config.ts "${web[@]}" || failed=1
    step "TypeScript" npm run --silent typecheck || failed=1
    step "Oxlint" npx oxlint --config web/oxlint.json "${web[@]}" || failed=1
  fi
  if [ ${#php[@]} -gt 0 ]; then
    step "PHP style" env PHP_INI_SCAN_DIR=":$ROOT/ops/compiled" "$PHP" vendor/bin/php-cs-fixer fix --dry-run --diff -q --config=.php-cs-fixer.php --path-mode=intersection "${php[@]}" || failed=1
    step "PHPStan" "$PHP" -d memory_limit=2G vendor/bin/phpstan analyse --no-progress "${php[@]}" || failed=1
    "$PHP" ops/changed-tests.php "${php[@]}" >var/changed.xml || return 1
    grep -q '<file>' var/changed.xml && { fetch_reference_files && test_home && in_processes -c var/changed.xml && end_home || failed=1; }
  fi
  return "$failed"
}

test_unit() {
  cd "$ROOT" || return 1
  fetch_reference_files || return 1
  test_home || return 1
  local result=0
  if [ $# -gt 0 ]; then
    step "PHPUnit" phpunit "$@" || result=1
  else
    step "PHPUnit, what runs alone" phpunit --group alone || result=1
    in_processes -c tests/phpunit.xml --log-junit="$ROOT/var/phpunit.xml" || result=1
  fi
  end_home
  return "$result"
}

# PHPUnit in twice as many processes as there are processors, for half of what they do is waiting; what needs the machine to itself runs alone.
in_processes() {
  local process processes; processes=$((2 * $(nproc)))
  for ((process = 1; process <= processes; process++)); do test_process "$process" || return 1; done
  step "PHPUnit, in $processes processes" env APP_ENV=test APP_DEBUG=0 "$PHP" -d memory_limit=1G vendor/bin/paratest "$@" --processes="$processes" --exclude-group=alone --passthru-php="'-d' 'memory_limit=1G' '-d' 'opcache.enable_cli=1'"
}

phpunit() { APP_ENV=test APP_DEBUG=0 "$PHP" -d memory_limit=1G -d opcache.enable_cli=1 vendor/bin/phpunit -c tests/phpunit.xml "$@"; }

# A ledger more than there are processors; each test finds the one that it has as on its first day (tests/web/fresh.php).
test_web() {
  cd "$ROOT" || return 1
  local ledger ledgers result; ledgers=$(($(nproc) + 1)) # a third of what tests do is waiting
  web_cards || return 1
  # A browser that waits for what is done behind it would keep that from being done, where it went first as it does for people.
  for ((ledger = 1; ledger <= ledgers; ledger++)); do LEDGER_GENTLE=5 web_ledger "$ledger" || return 1; done
  step "Playwright, on $ledgers ledgers" env LEDGER_HOME="$(test_place)/test-web" CARDS="$ROOT/var/test-cards/reader" LEDGERS="$ledgers" PHP="$PHP" npx playwright test --config tests/web/playwright.config.ts "$@"
  result=$?
  for ((ledger = 1; ledger <= ledgers; ledger++)); do LEDGER_HOME=$(test_place)/test-web/$ledger; end_home; done
  return "$result"
}
