/** The shells that can complete. */
export const SHELLS = ['bash', 'zsh', 'fish'] as const;

/** One of {@link SHELLS}. */
export type Shell = (typeof SHELLS)[number];

/** For each shell, what makes it ask Elvar what can follow a line. Where Elvar has no answer, the shell completes paths. */
export const SCRIPTS: Readonly<Record<Shell, string>> = {
  // Bash breaks words at colons and equals signs, too: what stands before the last of them is there already.
  bash: `_elvar() {
  local line="\${COMP_LINE:0:COMP_POINT}" word before
  word="\${line##*[[:space:]]}"
  before="\${word%"\${word##*[=:]}"}"
  local IFS=$'\\n'
  COMPREPLY=($(elvar completion words "$line" 2>/dev/null))
  COMPREPLY=("\${COMPREPLY[@]#"$before"}")
  [[ \${#COMPREPLY[@]} -eq 1 && \${COMPREPLY[0]} == */ ]] && compopt -o nospace
  return 0
}
complete -o default -o bashdefault -F _elvar elvar
`,
  zsh: `#compdef elvar
_elvar() {
  local -a found
  found=("\${(@f)$(elvar completion words "\${LBUFFER}" 2>/dev/null)}")
  if [[ -n "\${found[1]}" ]]; then
    compadd -Q -- "\${found[@]}"
  else
    _files
  fi
}
compdef _elvar elvar
`,
  fish: `function __elvar_words
    elvar completion words (commandline -cp) 2>/dev/null
end
complete -c elvar -f -n 'test (count (__elvar_words)) -gt 0' -a '(__elvar_words)'
`,
};
