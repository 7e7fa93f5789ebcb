# One command at a time on a data folder, and on the packages of this copy of Kelvit. Sourced by ./kelvit.

# The lock is held by file descriptor 9 and ends with whoever has it open. What lives on by itself
# is started without it (9>&-); a restore or an installation that goes on keeps it.
LONGEST_WAIT=10

# Takes the data folder for a command, or says which command has it. Waits for one that is just ending.
hold_data() {
  exec 9<> "$data/lock"
  if ! flock -n 9; then
    if alive "$data/kelvit.pid"; then die "$(held_by)"; fi
    flock -w "$LONGEST_WAIT" 9 || die "$(held_by)"
  fi
  echo "$1" > "$data/lock"
}

held_by() {
  case $(head -n 1 "$data/lock" 2>/dev/null) in
    restore) echo "a backup is being restored into $data; wait until that has ended" ;;
    backup) echo "a backup of $data is being written; wait until that has ended" ;;
    stop) echo "Kelvit in $data is just being stopped; wait until that has ended" ;;
    *) echo "Kelvit already runs from $data (./kelvit stop ends it)" ;;
  esac
}

# Runs a step of the installation while no other command does one here.
in_turn() {
  (
    flock -n 8 || { say 'another ./kelvit is installing; waiting for it' && flock 8; }
    "$@"
  ) 8< package.json
}
