# Whom a ledger runs as. Started as root, it runs as whoever owns its home: what takes strangers' files apart has no more rights than that one.

# As root, goes on as the home's owner, by the same words.
as_its_owner() {
  local owner
  [ "$(id -u)" -eq 0 ] && owner=$(stat -c %U "$LEDGER_HOME" 2>/dev/null) && [ "$owner" != root ] || return 0
  export LEDGER_HOME
  exec runuser -u "$owner" -- env HOME="$(getent passwd "$owner" | cut -d: -f6)" "$ROOT/bin/ledger" "${LEDGER_SAID[@]}"
}

# Gives root's home to LEDGER_USER; else to the owner of what its main store lies in; else to the system user $1, which is made, where it is named.
give_home_away() {
  [ "$(id -u)" -eq 0 ] && [ "$(stat -c %U "$LEDGER_HOME")" = root ] || return 0
  local user=${LEDGER_USER:-} place
  [ -n "$user" ] || user=$(owner_of_main_store)
  [ "$user" != root ] || user=${1:-root}
  if [ "$user" = velvet-ledger ] && ! id -u "$user" >/dev/null 2>&1; then
    quietly useradd --system --user-group --home-dir "$LEDGER_HOME" --no-create-home --shell /usr/sbin/nologin "$user" || user=root
  fi
  id -u "$user" >/dev/null 2>&1 || stop_with "There is no user $user on this machine, as which the ledger is to run. Correct LEDGER_USER."
  if [ "$user" != root ]; then
    chmod -R a+rX "$ROOT"/{vendor,web/dist} # packages come with narrower modes
    reaches_all "$user" || user=root
  fi
  if [ "$user" = root ]; then
    say "This ledger runs as root, and so does all that takes pictures apart. To have it run as another, name one who may write to its stores: LEDGER_USER=name bin/ledger $LEDGER_VERB"
    return 0
  fi
  stop_server
  place=$(cat "$LEDGER_HOME/pg.place" 2>/dev/null) || place=
  chown -R "$user:" "$LEDGER_HOME" && { [ ! -d "$place" ] || chown -R "$user:" "$place"; } || stop_with "$LEDGER_HOME could not be given to $user."
}

# Whether $1 can read all that a ledger is made of, and reach its home.
reaches_all() {
  local first; first=$(cd / && runuser -u "$1" -- find "$ROOT"/{bin,ops,core,server,vendor,demo,web/dist} ! -readable -print -quit 2>&1; runuser -u "$1" -- test -x "$(dirname "$LEDGER_HOME")" || echo "$LEDGER_HOME")
  [ -z "$first" ] || say "$1 cannot read all of $ROOT: $(printf '%s' "$first" | head -n 1)"
  [ -z "$first" ]
}

owner_of_main_store() {
  local path
  # shellcheck disable=SC2016
  path=$("$PHP" -r 'require $argv[1]; echo Symfony\Component\Yaml\Yaml::parseFile($argv[2])["stores"]["main"]["path"] ?? "/";' "$ROOT/vendor/autoload.php" "$LEDGER_HOME/settings.yaml" 2>/dev/null)
  while [ ! -e "${path:=/}" ]; do path=$(dirname "$path"); done
  stat -c %U "$path"
}
