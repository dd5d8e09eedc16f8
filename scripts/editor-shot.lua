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

--- Goes on as soon as something is there, and meanwhile lets the editor do its work.
local function once(condition, go_on)
  if condition() then go_on() else vim.defer_fn(function() once(condition, go_on) end, 50) end
end

local function floats()
  return vim.tbl_filter(function(window) return vim.api.nvim_win_get_config(window).relative ~= '' end, vim.api.nvim_list_wins())
end

--- The text of the screen, and of what floats above it.
local function screen()
  vim.cmd('redraw')
  local lines = {}
  for row = 1, vim.o.lines do
    local line = {}
    for column = 1, vim.o.columns do table.insert(line, vim.fn.screenstring(row, column)) end
    table.insert(lines, (table.concat(line):gsub('%s+$', '')))
  end
  for _, window in ipairs(floats()) do vim.list_extend(lines, vim.api.nvim_buf_get_lines(vim.api.nvim_win_get_buf(window), 0, -1, false)) end
  return lines
end

local function lenses_are_there()
  local marks = vim.api.nvim_buf_get_extmarks(vim.api.nvim_win_get_buf(layer), vim.api.nvim_create_namespace('vim_lsp_codelens:' .. client), 0, -1, { details = true })
  return #marks > 0 and not vim.inspect(marks):find('Unresolved')
end

once(function() return #vim.diagnostic.get(vim.api.nvim_win_get_buf(code)) > 0 end, function()
  vim.api.nvim_set_current_win(layer)
  vim.lsp.codelens.refresh()
  once(lenses_are_there, function()
    vim.api.nvim_set_current_win(code)
    vim.api.nvim_win_set_cursor(code, { 13, 21 })
    vim.lsp.buf.hover()
    once(function() return #floats() > 0 end, function()
      vim.fn.writefile(screen(), vim.env.ELVAR_DRAWN)
      if vim.env.ELVAR_LEAVES then vim.cmd('qall!') end
    end)
  end)
end)
