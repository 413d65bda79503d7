" SPDX-License-Identifier: MIT
autocmd BufRead,BufNewFile *.leap setfiletype leap
