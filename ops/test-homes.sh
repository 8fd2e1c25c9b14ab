# Homes of ledgers for tests, with all that they need: databases, cards, real cameras' files.

# What tests lose by a power cut is made anew: their database does not wait for the drive.
QUICK_PG="-c fsync=off -c full_page_writes=off -c autovacuum=off"

# In memory, where there is room: there nothing waits for a drive. PostgreSQL's user has to pass through, and nobody to look in.
test_place() {
  [ -z "${TEST_PLACE:-}" ] || { printf '%s' "$TEST_PLACE"; return; }
  local memory; memory=/dev/shm/velvet-ledger-$(id -u)-$(printf '%s' "$ROOT" | xxhsum -H2 | cut -c1-12)
  if [ "$(df -Pm /dev/shm 2>/dev/null | awk 'NR==2 {print $4}')" -ge 6000 ] 2>/dev/null && mkdir -p -m 711 "$memory" && [ -O "$memory" ]; then
    printf '%s' "$memory"
  else
    printf '%s' "$ROOT/var"
  fi
}

# A ledger for PHPUnit, with the database ledger_test, and a place for what tests put down.
test_home() {
  LEDGER_HOME=$(test_place)/test; export LEDGER_HOME
  end_home
  mkdir -p "$LEDGER_HOME/tmp"
  printf 'readers: []\nstores:\n    main: { name: Main, path: %s/store }\n' "$LEDGER_HOME" >"$LEDGER_HOME/settings.yaml"
  make_home
  kept_cluster && copy_cluster || return 1
  TMPDIR=$LEDGER_HOME/tmp; export TMPDIR
  LEDGER_PG_PORT=7461 LEDGER_PG_FLAGS=$QUICK_PG start_postgres
  database_url ledger_test
}

# The home and the database of one process of several: $1 its number.
test_process() {
  local home=$LEDGER_HOME/$1
  mkdir -p "$home" && cp "$LEDGER_HOME/token" "$LEDGER_HOME/settings.yaml" "$home/" || return 1
  (LEDGER_HOME=$home; make_home)
  test_database "ledger_test_$1"
}

# A database as the kept one, in a tenth of a second.
test_database() {
  local db=(-h 127.0.0.1 -p "$(cat "$LEDGER_HOME/pg.port")" -U ledger -d postgres -Atqc)
  psql "${db[@]}" "DROP DATABASE IF EXISTS $1" 2>/dev/null && psql "${db[@]}" "CREATE DATABASE $1 TEMPLATE ledger_test"
}

# Ends what runs in a home, and forgets it.
end_home() {
  [ -d "$LEDGER_HOME" ] || return 0
  stop_server
  rm -rf "$LEDGER_HOME"
  rmdir "${LEDGER_HOME%/*}" "${LEDGER_HOME%/*/*}" 2>/dev/null # where nothing else lies in them
  return 0
}

# A cluster with an empty ledger, from which the others are copied: kept until PostgreSQL or the ledger's tables are others.
kept_cluster() {
  local version=$ROOT/var/postgres.version
  "$(pg_bin)/postgres" --version >"$version"
  [ -d "$ROOT/var/test-cluster" ] || rm -f "$ROOT/var/stamps/test-cluster"
  when_changed test-cluster "$version" ops/postgres.sh ops/test-homes.sh server/Persistence/Migrations/*.php server/config/*.yaml composer.json -- make_kept_cluster
}

make_kept_cluster() (
  rm -rf "$ROOT/var/test-cluster"
  LEDGER_PG_AUTH=md5 LEDGER_PG_PORT=7461 LEDGER_PG_FLAGS="-c fsync=off" start_postgres # SCRAM takes 20 ms for each connection
  database_url ledger_test
  ensure_database ledger_test
  APP_ENV=test bring_up_to_date || exit 1
  stop_postgres
  mkdir -p "$ROOT/var/test-cluster" && cp -a "$(pg_place)" "$ROOT/var/test-cluster/pg" && cp "$LEDGER_HOME/pg.password" "$ROOT/var/test-cluster/"
)

copy_cluster() {
  [ -d "$(pg_place)" ] || cp -a "$ROOT/var/test-cluster/pg" "$(pg_place)" && cp "$ROOT/var/test-cluster/pg.password" "$LEDGER_HOME/"
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

# The demo's cards, and one of many frames for the test that asks for it, made once for as long as what makes them is the same.
web_cards() {
  [ -d "$ROOT/var/test-cards/more" ] || rm -f "$ROOT/var/stamps/cards"
  when_changed cards demo/*.php demo/*.sh core/Format/LosslessJpeg/*.php core/Format/Tiff/*.php -- make_web_cards
}

make_web_cards() {
  rm -rf "$ROOT/var/test-cards"
  "$PHP" "${COMPILED[@]}" demo/build.php "$ROOT/var/test-cards/reader" --many 3000 && mkdir "$ROOT/var/test-cards/more" && mv "$ROOT/var/test-cards/reader/MANY" "$ROOT/var/test-cards/more/"
}

# A whole ledger that is served: $1 its number.
web_ledger() {
  cd "$ROOT" || return 1
  LEDGER_HOME=$(test_place)/test-web/$1; export LEDGER_HOME
  end_home
  mkdir -p "$LEDGER_HOME"/drives/{Anvil,Bellows}
  cp -a "$ROOT/var/test-cards/reader" "$LEDGER_HOME/reader" || return 1
  printf 'readers: ["%s/reader"]\nsimulated_drives: "%s/drives"\nstores:\n    main: { name: Anvil, path: %s/drives/Anvil }\n    mirrors: [{ name: Bellows, path: %s/drives/Bellows }]\neject: [bash, %s/demo/eject.sh, "{volume}"]\n' "$LEDGER_HOME" "$LEDGER_HOME" "$LEDGER_HOME" "$LEDGER_HOME" "$ROOT" >"$LEDGER_HOME/settings.yaml"
  LEDGER_PORT=$(first_free_port "747$1"); export LEDGER_PORT
  make_home
  kept_cluster && copy_cluster || return 1
  LEDGER_PG_PORT=748$1 LEDGER_PG_FLAGS=$QUICK_PG start_postgres
  test_database ledger && start_server
}
