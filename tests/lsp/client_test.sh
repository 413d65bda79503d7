#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# The language server with the protocol's published client, in the versions that client/package-lock.json names.
set -euo pipefail
leap=$1
source=$2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
cp "$source"/tests/lsp/client/* "$work/"
cp -r "$source/examples/little-quay" "$work/quay"
(cd "$work" && npm ci --no-audit --no-fund --silent)
timeout 120 node "$work/client_test.mjs" "$leap" "$work/quay"
