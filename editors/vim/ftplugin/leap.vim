" SPDX-License-Identifier: MIT
setlocal commentstring=#\ %s shiftwidth=2 softtabstop=2 expandtab
