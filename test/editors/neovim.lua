-- Drives the editor through what a person does, and prints what it has then, a line for each.
local folder, command = arg_folder, arg_command
local log = io.open(folder .. '/told.txt', 'w')
local function tell(name, value)
  log:write(name .. ' ' .. vim.inspect(value, { newline = ' ', indent = '' }) .. '\n')
  log:flush()
end
vim.cmd('edit ' .. folder .. '/gate.js')
local client = vim.lsp.start_client({ name = 'elvar', cmd = command, root_dir = folder })
vim.lsp.buf_attach_client(0, client)
local buffer = vim.api.nvim_get_current_buf()
local function diagnostics()
  local all = {}
  for _, one in ipairs(vim.diagnostic.get(buffer)) do
    table.insert(all, string.format('%d:%d %s', one.lnum + 1, one.col + 1, one.code or one.user_data.lsp.code))
  end
  table.sort(all)
  return table.concat(all, ', ')
end
local function await(what)
  vim.wait(20000, what, 20)
end
await(function() return diagnostics() ~= '' end)
tell('first', diagnostics())
-- As typed, and not saved.
vim.api.nvim_buf_set_lines(buffer, 2, 3, false, { 'if (c === d) go();' })
await(function() return not diagnostics():find('3:7') end)
tell('typed', diagnostics())
local function ask(method, line, character, more)
  local document = vim.lsp.util.make_text_document_params(buffer)
  local place = more or { position = { line = line, character = character } }
  local params = vim.tbl_extend('force', { textDocument = document }, place)
  local answers = vim.lsp.buf_request_sync(buffer, method, params, 20000)
  for _, answer in pairs(answers or {}) do
    if answer.error then tell('error', answer.error) end
    return answer.result
  end
end
tell('hover', ask('textDocument/hover', 1, 6).contents.value:match('Level set by [^\n]*'))
local place = ask('textDocument/definition', 1, 6)[1]
tell('definition', vim.fn.fnamemodify(vim.uri_to_fname(place.uri), ':t') .. ':' .. (place.range.start.line + 1))
local function actions(line, character)
  local range = { start = { line = line, character = character }, ['end'] = { line = line, character = character } }
  return ask('textDocument/codeAction', line, character, { range = range, context = { diagnostics = {} } })
end
local function pick(list, title)
  for _, one in ipairs(list) do if one.title:find(title, 1, true) then return one end end
end
vim.lsp.util.apply_workspace_edit(pick(actions(1, 18), 'Repair:').edit, 'utf-16')
tell('repaired', vim.api.nvim_buf_get_lines(buffer, 1, 2, false)[1] .. '|')
-- In a script, nothing but this ends what one undo takes back.
vim.cmd('let &undolevels = &undolevels')
local waive = pick(actions(1, 6), 'Waive slips/loose-compare on this line')
ask('workspace/executeCommand', 0, 0, { command = waive.command.command, arguments = waive.command.arguments })
await(function() return vim.api.nvim_buf_get_lines(buffer, 1, 2, false)[1]:find('elvar waive') ~= nil end)
tell('waived', vim.api.nvim_buf_get_lines(buffer, 1, 3, false))
await(function() return not diagnostics():find('loose') end)
tell('then', diagnostics())
-- One step back undoes one action.
vim.cmd('silent undo')
tell('undone', vim.api.nvim_buf_get_lines(buffer, 1, 2, false)[1])
vim.cmd('edit! ' .. folder .. '/elvar.yaml')
local layer = vim.api.nvim_get_current_buf()
vim.lsp.buf_attach_client(layer, client)
vim.api.nvim_buf_set_lines(layer, 1, 1, false, { '  text/line-w' })
function ask_in(buf, method)
  local params = { textDocument = vim.lsp.util.make_text_document_params(buf) }
  for _, answer in pairs(vim.lsp.buf_request_sync(buf, method, params, 20000) or {}) do return answer.result end
end
local place = { textDocument = vim.lsp.util.make_text_document_params(layer), position = { line = 1, character = 13 } }
local items = vim.lsp.buf_request_sync(layer, 'textDocument/completion', place, 20000)
for _, answer in pairs(items) do
  for _, item in ipairs(answer.result.items or answer.result) do
    if item.label == 'text/line-width' then tell('completed', item.textEdit.newText) end
  end
end
-- The other buffer is not saved, and counts as it is.
vim.api.nvim_buf_set_lines(layer, 1, 2, false, {})
local lenses = ask_in(layer, 'textDocument/codeLens')
for _, lens in ipairs(lenses) do if lens.range.start.line == 1 then tell('lens', lens.command.title) end end
vim.lsp.stop_client(client)
vim.cmd('qall!')
