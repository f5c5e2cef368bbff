#!/usr/bin/env bash
# Backs a house up while it runs, and restores it into an empty database.
#
#   backup.sh backup FILE     all of the database at one moment, compressed
#   backup.sh nightly FOLDER  the same into FOLDER by its day, and the oldest beyond KEEP go
#   backup.sh restore FILE    into the database, which must be empty
#   backup.sh verify FILE     whether the file is whole
#
# RELIQUUM_DB_URL, RELIQUUM_DB_USER and RELIQUUM_DB_PASSWORD say which database, as they do for the
# application. RELIQUUM_BACKUP_PASSWORD_FILE names a file with a password: then backups are
# encrypted (AES-256, the key derived by PBKDF2). RELIQUUM_BACKUP_KEEP says how many nights are kept.
#
# A backup is a tar file: manifest, which says the version of the schema, the rows of each table and
# the SHA-256 of the rest; and dump.sql.gz.
set -euo pipefail
umask 077

fail() {
  printf 'backup: %s\n' "$1" >&2
  [ $# -lt 2 ] || printf '        %s\n' "$2" >&2
  exit 1
}

: "${RELIQUUM_DB_URL:?says which database}" "${RELIQUUM_DB_USER:?}" "${RELIQUUM_DB_PASSWORD:?}"
[[ $RELIQUUM_DB_URL =~ ^jdbc:mariadb://([^:/]+):([0-9]+)/([A-Za-z0-9_]+) ]] \
  || fail "RELIQUUM_DB_URL is not like jdbc:mariadb://127.0.0.1:3306/reliquum."
HOST=${BASH_REMATCH[1]} PORT=${BASH_REMATCH[2]} NAME=${BASH_REMATCH[3]}

WORK=$(mktemp -d)
trap 'rm -rf "$WORK"' EXIT

# The password stands on no command line, where others could read it.
cat >"$WORK/client" <<END
[client]
host=$HOST
port=$PORT
user=$RELIQUUM_DB_USER
password="$RELIQUUM_DB_PASSWORD"
END

ask() { mariadb --defaults-file="$WORK/client" --batch --skip-column-names "$NAME" -e "$1"; }

sealed() { [ -n "${RELIQUUM_BACKUP_PASSWORD_FILE:-}" ]; }

seal() {
  if sealed; then
    openssl enc -aes-256-cbc -pbkdf2 -iter 600000 -salt -pass "file:$RELIQUUM_BACKUP_PASSWORD_FILE"
  else
    cat
  fi
}

# Whether a file is encrypted is seen by how it begins.
unseal() {
  if [ "$(head -c 8 "$1")" = "Salted__" ]; then
    sealed || fail "The backup is encrypted." "RELIQUUM_BACKUP_PASSWORD_FILE names its password."
    openssl enc -d -aes-256-cbc -pbkdf2 -iter 600000 \
      -pass "file:$RELIQUUM_BACKUP_PASSWORD_FILE" -in "$1" 2>/dev/null \
      || fail "The backup can't be decrypted: is it another password?"
  else
    cat "$1"
  fi
}

# Each row of a dump is a line that begins with a bracket, after the line that names its table.
count_rows() {
  LC_ALL=C awk '
    /^INSERT INTO `/ { split($0, part, "`"); table = part[2] }
    /^\(/ { rows[table]++ }
    END { for (table in rows) print "rows", table, rows[table] }' | LC_ALL=C sort
}

backup() {
  local file=$1 begun
  begun=$(date -u +%Y-%m-%dT%H:%M:%SZ)
  mkdir -p "$(dirname "$file")"
  mkfifo "$WORK/rows"
  count_rows <"$WORK/rows" >"$WORK/counted" &
  # One transaction reads all of it as it is at one moment; nobody waits for it. Who made a view or
  # trigger is left out, so that it can be restored by another user.
  mariadb-dump --defaults-file="$WORK/client" --single-transaction --quick --hex-blob --triggers \
    --skip-lock-tables --no-tablespaces --default-character-set=utf8mb4 --skip-dump-date "$NAME" \
    | LC_ALL=C sed -E '/^\/\*!500(13|03) /s/DEFINER=`[^`]*`@`[^`]*`//' \
    | tee "$WORK/rows" | gzip -1 >"$WORK/dump.sql.gz"
  wait
  {
    printf 'format 1\nmade %s\n' "$begun"
    printf 'schema %s\n' "$(ask 'select max(cast(version as unsigned)) from flyway_schema_history')"
    printf 'sha256 %s\n' "$(sha256sum "$WORK/dump.sql.gz" | cut -d ' ' -f 1)"
    cat "$WORK/counted"
  } >"$WORK/manifest"
  # A file of that name is whole, or it is not there.
  tar -C "$WORK" -cf - manifest dump.sql.gz | seal >"$file.part"
  mv "$file.part" "$file"
  printf 'Backed up %s rows of %s tables to %s (%s)\n' \
    "$(awk '$1 == "rows" { sum += $3 } END { print sum + 0 }' "$WORK/manifest")" \
    "$(grep -c '^rows' "$WORK/manifest")" "$file" "$(du -h "$file" | cut -f 1)"
}

nightly() {
  local folder=$1 keep=${RELIQUUM_BACKUP_KEEP:-14}
  [[ $keep =~ ^[1-9][0-9]*$ ]] || fail "RELIQUUM_BACKUP_KEEP is a number of nights, not '$keep'."
  backup "$folder/reliquum-$(date -u +%Y-%m-%d).backup"
  find "$folder" -maxdepth 1 -name 'reliquum-????-??-??.backup' -printf '%f\n' | LC_ALL=C sort -r \
    | tail -n "+$((keep + 1))" | while read -r old; do rm -f "$folder/$old"; done
}

unpack() {
  [ -f "$1" ] || fail "There is no file $1."
  unseal "$1" | tar -C "$WORK" -xf - manifest dump.sql.gz 2>/dev/null \
    || fail "$1 is no backup of a house, or only a part of one."
  [ "$(sha256sum "$WORK/dump.sql.gz" | cut -d ' ' -f 1)" = "$(awk '$1 == "sha256" { print $2 }' "$WORK/manifest")" ] \
    || fail "$1 is damaged: it is not what was backed up."
}

verify() {
  unpack "$1"
  printf 'Whole. Made %s, schema %s, %s rows\n' \
    "$(awk '$1 == "made" { print $2 }' "$WORK/manifest")" \
    "$(awk '$1 == "schema" { print $2 }' "$WORK/manifest")" \
    "$(awk '$1 == "rows" { sum += $3 } END { print sum + 0 }' "$WORK/manifest")"
}

restore() {
  local file=$1 table rows found wrong=0
  unpack "$file"
  [ -z "$(ask 'show tables')" ] \
    || fail "The database $NAME is not empty, and stays as it is." \
      "Restore into another one: RELIQUUM_DB_URL says which."
  gzip -dc "$WORK/dump.sql.gz" | mariadb --defaults-file="$WORK/client" "$NAME"
  while read -r _ table rows; do
    found=$(ask "select count(*) from \`$table\`")
    if [ "$found" != "$rows" ]; then
      printf '%s: %s rows, the backup has %s\n' "$table" "$found" "$rows" >&2
      wrong=1
    fi
  done < <(grep '^rows ' "$WORK/manifest")
  [ $wrong -eq 0 ] || fail "The database is not what was backed up."
  printf 'Restored %s rows as of %s into %s\n' \
    "$(awk '$1 == "rows" { sum += $3 } END { print sum + 0 }' "$WORK/manifest")" \
    "$(awk '$1 == "made" { print $2 }' "$WORK/manifest")" "$NAME"
}

[ $# -eq 2 ] || fail "Expected backup, nightly, restore or verify, and a file or folder."
case "$1" in
  backup | nightly | restore | verify) "$1" "$2" ;;
  *) fail "I don't know '$1'." ;;
esac
