/** Whether a line in a comment looks like code of a language rather than prose: hardly any prose looks like these. */
type CodeLine = (line: string) => boolean;

const STATEMENT =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:(?:return|throw|await|break|continue)\b[^.]*[;)]|echo\s+[$"'].*;|(?:return|throw|await)\s+[\w$.\->:]+\(.*\);|(?:if|for|while|switch|foreach|catch)\s*\(.*\)\s*(?:\{.*)?|\}?\s*else\b.*\{|#?(?:import|include|use|export|require|package)\s+[\w.*{'"<\\].*[;>'"]|[\w$.\->:[\]'"]+\s*(?:[+*/-]?=|:=)\s*[^=\s].*[;)]|[\w$.\->:]+\([^)]*\)\s*;|[\w$.\->:]+\(.*\);)$/;
/** The last characters of all of these. */
const ENDS = new Set([';', ')', '{', '}', '>', '\'', '"']);
const BEGINNING =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:(?:const|let|var|public|private|protected|static|final|auto|int|bool|char|double|float|void|string|func|fn)\s+[\w<>*&\[\], ]+(?:=|\(|;$|:=)|<\/[A-Za-z][\w.-]*>|<[A-Za-z][\w.-]*(?:\s+[\w:@-]+=["'{][^>]*>|\s*\/>))/;

/** Code with braces, and a semicolon after each statement. */
export const bracesLine: CodeLine = (line) =>
  (ENDS.has(line[line.length - 1] ?? '') && STATEMENT.test(line)) || BEGINNING.test(line);

const BARE =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:[\w.]+(?:, [\w.]+)*\s*:?=\s*\S.*|return\s+[\w.&*"]+(?:\(.*\).*|,\s*.+)|(?:if|for|switch|func|fun|def)\b.*\{|[\w.]+\([^)]*\)|\}?\s*else\b.*\{)$/;

/** Code with braces whose statements need no semicolon. */
export const bareLine: CodeLine = (line) => BARE.test(line);

const SCRIPT =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:[\w.[\]'"]+\s*[+*/-]?=\s*[^=\s].*|(?:if|elif|while|with)\b.*[()=<>.[\]].*:$|(?:if|elif|while)\b.*\b(?:not|in|is|and|or)\b.*:$|(?:async )?for\s+[\w, ]+\s+in\s+.*:$|(?:def|class)\s+\w+(?:\(.*\)(?:\s*->.*)?)?:$|except(?:\s+[\w.(), ]+(?:\s+as\s+\w+)?)?:$|(?:else|try|finally):$|return(?:\s+(?:[\w.]+|.*[()[\]{}'"=+].*))?$|(?:from\s+[\w.]+\s+)?import\s+[\w.*(]+(?:\s+as\s+\w+)?(?:\s*,\s*[\w.]+(?:\s+as\s+\w+)?)*\)?$|[\w.]+\([^)]*\)$|raise\s+\w+\(.*\)$|print\s*\(.*\)$)/;

/** Code without braces, as in Python. */
export const scriptLine: CodeLine = (line) => SCRIPT.test(line);

const SHELL =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:(?:export\s+)?[A-Z_a-z]\w*=\S*$|(?:if|elif|while|for)\b.*;\s*(?:then|do)$|[a-z][\w-]*\s+(?:-{1,2}[\w-]+\s+)+["$/][^ ]*.*|(?:echo|cd|rm|cp|mv|mkdir|source)\s+["$/.-].*)$/;

/** Command lines. */
export const commandLine: CodeLine = (line) => SHELL.test(line);

const STYLES = /^(?:--)?[a-z-]+\s*:\s*[^;]+;$|^[.#&]?[\w-]+(?:[\s>+~,.:#[\]()\w-]*)\{[^}]*\}?$/;

/** Rules of style sheets. */
export const styleLine: CodeLine = (line) => STYLES.test(line);

const MARKUP = /^<\/?[a-z][\w-]*(?:\s+[\w:@-]+(?:=(?:"[^"]*"|'[^']*'|\S+))?)*\s*\/?>/;

/** Elements of markup. */
export const markupLine: CodeLine = (line) => MARKUP.test(line);
