# The tests: style, PHPUnit with a database of its own, and Playwright through the real interface.

run_tests() {
  local part=${1:-all} failed=0
  install_debian_packages "${DEBIAN_PACKAGES[@]}" "${TEST_PACKAGES[@]}"
  set_up
  case $part in
    all) test_style || failed=1; test_unit || failed=1; test_web || failed=1 ;;
    style|unit|web) "test_$part" || failed=1 ;;
    *) stop_with "There is no part of the tests called $part: style, unit or web." ;;
  esac
  return "$failed"
}

step() {
  say "== $1"; shift
  "$@"
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

test_home() {
  LEDGER_HOME=$ROOT/var/test; export LEDGER_HOME
  mkdir -p "$LEDGER_HOME"
  printf 'readers: []\nstores:\n    main: { name: Main, path: %s/store }\n' "$LEDGER_HOME" >"$LEDGER_HOME/settings.yaml"
  make_home
  LEDGER_PG_PORT=7461 start_postgres
}

test_unit() {
  cd "$ROOT" || return 1
  test_home
  database_url ledger_test
  ensure_database ledger_test
  rm -rf "$LEDGER_HOME"/cache/symfony-test
  APP_ENV=test quietly console doctrine:migrations:migrate --no-interaction --allow-no-migration || return 1
  step "PHPUnit" env APP_ENV=test "$PHP" -d memory_limit=1G vendor/bin/phpunit -c tests/phpunit.xml
  local result=$?
  stop_postgres
  return "$result"
}

# A whole ledger of its own: fresh database and store, the demo's cards, and one of many frames.
test_web() {
  cd "$ROOT" || return 1
  LEDGER_HOME=$ROOT/var/test-web; export LEDGER_HOME
  [ -d "$LEDGER_HOME" ] && stop_server
  local place; place=$(cat "$LEDGER_HOME/pg.place" 2>/dev/null) && rm -rf "$place"
  rm -rf "$LEDGER_HOME"/{pg,pg.place,cache,store,settings.yaml}
  mkdir -p "$LEDGER_HOME"
  if [ ! -f "$LEDGER_HOME/reader.made" ]; then
    rm -rf "$LEDGER_HOME/reader"
    "$PHP" -d opcache.enable_cli=1 -d opcache.jit=function -d opcache.jit_buffer_size=64M demo/build.php "$LEDGER_HOME/reader" --many 3000 || return 1
    touch "$LEDGER_HOME/reader.made"
  fi
  printf 'readers: ["%s/reader"]\nstores:\n    main: { name: Anvil, path: %s/store }\n' "$LEDGER_HOME" "$LEDGER_HOME" >"$LEDGER_HOME/settings.yaml"
  LEDGER_PORT=$(first_free_port 7471); export LEDGER_PORT
  make_home
  LEDGER_PG_PORT=7481 start_postgres
  start_server || return 1
  LEDGER_ADDRESS=$(address); export LEDGER_ADDRESS
  step "Playwright" npx playwright test --config tests/web/playwright.config.ts
  local result=$?
  stop_server
  return "$result"
}

run_bench() {
  install_debian_packages "${DEBIAN_PACKAGES[@]}"
  set_up
  cd "$ROOT" || return 1
  test_home
  local bench
  for bench in bench/*.php; do
    say "== ${bench##*/}"
    "$PHP" -d memory_limit=1G -d opcache.enable_cli=1 "$bench" || return 1
  done
  stop_postgres
}
