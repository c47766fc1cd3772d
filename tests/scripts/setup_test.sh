#!/usr/bin/env bash
# scripts/setup on a system that has no package and where nobody may install one: it says what to do.
set -euo pipefail
setup=$1
system=$(mktemp -d)
trap 'rm -r "$system"' EXIT
printf '#!/bin/sh\nexit 1\n' | tee "$system/dpkg-query" >"$system/sudo"
printf '#!/bin/sh\necho 1000\n' >"$system/id"
chmod +x "$system"/*

fail() { echo "setup_test: $1; it said: $said" >&2; exit 1; }

said=$(PATH="$system:$PATH" "$setup" use 2>&1) && fail "nothing was missing"
[[ $said == *"These packages are missing, and you may not install them. As root:"* ]] || fail "no reason"
[[ $said == *"apt-get install --no-install-recommends cmake "*libsdl2-dev* ]] || fail "no command"
[[ $said != *clang-tidy* ]] || fail "a package of another group"

said=$("$setup" tools 2>&1) && fail "a group that is none was taken"
[[ $said == "scripts/setup: there is no group tools" ]] || fail "no word on the group"
