# What the scripts share; they source it from the top folder of the project.

# Runs a phase, and says how long it took.
phase() {
  local name=$1 begin=$SECONDS
  shift
  if ! "$@"; then
    echo "== $name: failed after $((SECONDS - begin)) s" >&2
    return 1
  fi
  echo "== $name: $((SECONDS - begin)) s"
}

# Runs a phase that prints only when it fails.
quiet_phase() {
  local name=$1 log
  shift
  log=$(mktemp)
  if phase "$name" "$@" >"$log" 2>&1; then
    tail -n 1 "$log"
    rm "$log"
  else
    cat "$log" >&2
    rm "$log"
    return 1
  fi
}

# Goes on as the owner of the folder, so that no build folder belongs to root where nothing else does.
as_owner() {
  local owner
  owner=$(stat -c %u .)
  if [ "$(id -u)" -eq 0 ] && [ "$owner" -ne 0 ]; then
    exec setpriv --reuid="$owner" --regid="$(stat -c %g .)" --clear-groups \
      env HOME="${TMPDIR:-/tmp}" "scripts/$(basename "$0")" "$@"
  fi
}
