-- Shows Elvar in Neovim, for a picture: what the rulings of a layer file do, and below it findings in code with a hover.
local root = vim.fn.getcwd()
vim.o.swapfile, vim.o.number, vim.o.signcolumn, vim.o.background, vim.o.laststatus, vim.o.shortmess = false, true, 'yes', 'light', 2, 'atIF'
for group, look in pairs({
  LspCodeLens = 'ctermfg=6', NormalFloat = 'ctermbg=254 ctermfg=0', FloatBorder = 'ctermbg=254', SignColumn = 'ctermbg=NONE',
  LineNr = 'ctermfg=8', Identifier = 'ctermfg=NONE', DiagnosticError = 'ctermfg=1', DiagnosticWarn = 'ctermfg=3', StatusLine = 'cterm=NONE ctermbg=254 ctermfg=0',
  StatusLineNC = 'cterm=NONE ctermbg=254 ctermfg=8', NonText = 'ctermfg=254',
}) do vim.cmd('highlight ' .. group .. ' ' .. look) end
vim.diagnostic.config({ virtual_text = { prefix = '■' }, severity_sort = true })
local client = vim.lsp.start_client({ name = 'elvar', cmd = vim.split(vim.env.ELVAR_SHOWN, ' '), root_dir = root })
vim.cmd('silent edit elvar.yaml')
vim.lsp.buf_attach_client(0, client)
local layer = vim.api.nvim_get_current_win()
vim.cmd('normal! 16Gzt')
vim.cmd('silent belowright split kiosk/kiosk.js')
vim.lsp.buf_attach_client(0, client)
local code = vim.api.nvim_get_current_win()
vim.api.nvim_win_set_height(code, 18)
vim.cmd('normal! 11Gzt')
vim.defer_fn(function()
  vim.api.nvim_set_current_win(layer)
  vim.lsp.codelens.refresh()
  vim.defer_fn(function()
    vim.api.nvim_set_current_win(code)
    vim.api.nvim_win_set_cursor(code, { 13, 21 })
    vim.lsp.buf.hover()
  end, 1500)
end, 3500)
