import type { SyntaxNode } from '../../syntax/node.js';

/** The modules of Python's own library: The Python Standard Library 3.11, "Python Module Index". */
const LIBRARY: ReadonlySet<string> = new Set(`
  abc aifc antigravity argparse array ast asynchat asyncio asyncore atexit audioop base64 bdb binascii bisect builtins bz2
  cProfile calendar cgi cgitb chunk cmath cmd code codecs codeop collections colorsys compileall concurrent configparser
  contextlib contextvars copy copyreg crypt csv ctypes curses dataclasses datetime dbm decimal difflib dis distutils doctest email
  encodings ensurepip enum errno faulthandler fcntl filecmp fileinput fnmatch fractions ftplib functools gc genericpath getopt
  getpass gettext glob graphlib grp gzip hashlib heapq hmac html http idlelib imaplib imghdr imp importlib inspect io ipaddress
  itertools json keyword lib2to3 linecache locale logging lzma mailbox mailcap marshal math mimetypes mmap modulefinder msilib
  msvcrt multiprocessing netrc nis nntplib nt ntpath nturl2path numbers opcode operator optparse os ossaudiodev pathlib pdb pickle
  pickletools pipes pkgutil platform plistlib poplib posix posixpath pprint profile pstats pty pwd py_compile pyclbr pydoc
  pydoc_data pyexpat queue quopri random re readline reprlib resource rlcompleter runpy sched secrets select selectors shelve
  shlex shutil signal site smtpd smtplib sndhdr socket socketserver spwd sqlite3 sre_compile sre_constants sre_parse ssl stat
  statistics string stringprep struct subprocess sunau symtable sys sysconfig syslog tabnanny tarfile telnetlib tempfile termios
  textwrap this threading time timeit tkinter token tokenize tomllib trace traceback tracemalloc tty turtle turtledemo types
  typing unicodedata unittest urllib uu uuid venv warnings wave weakref webbrowser winreg winsound wsgiref xdrlib xml xmlrpc
  zipapp zipfile zipimport zlib zoneinfo
`.trim().split(/\s+/));

/** Where the module of an import comes from: the language, the package that the file belongs to, or somewhere else. */
type ModuleOrigin = 'library' | 'own-package' | 'elsewhere';

/** The origin of the module that an import statement names. @param path of the file, relative to the root. */
export function originOf(statement: SyntaxNode, path: string): ModuleOrigin {
  const module = statement.child('module_name') ?? statement.child('name');
  if (module?.type === 'relative_import') return 'own-package';
  const [top = ''] = (module?.type === 'aliased_import' ? (module.child('name') ?? module) : module)?.text.split('.', 1) ?? [];
  if (LIBRARY.has(top)) return 'library';
  return path.split('/').slice(0, -1).includes(top) ? 'own-package' : 'elsewhere';
}

/** From this many unused names on, a module may exist to offer them. */
const FEWEST_OFFERED = 4;

/** Modules that give one name to what differs between versions. */
const FOR_VERSIONS = /(?:^|\/)_?(?:compat|compatibility|py3k|six)(?:\/[^/]*)?\.py$|(?:^|\/)_?compat\//;

/** Whether a module imports for others: most of what it imports, it does not use itself. @param path of the file. */
export function isOfferedToOthers(unused: number, all: number, path: string): boolean {
  return (unused >= FEWEST_OFFERED && unused * 2 >= all) || FOR_VERSIONS.test(path);
}

/** Whether a comment stands behind a name on its line. */
export function hasRemark({ end, tree: { text } }: SyntaxNode): boolean {
  return /^[ \t]*,?[ \t]*#/.test(text.slice(end, end + 40));
}

/** Whether a comment stands on one of the lines of a statement: it says why the import is there. */
export function isExplained(statement: SyntaxNode): boolean {
  if (statement.parts.some(({ type }) => type === 'comment')) return true;
  const { next, tree: { text } } = statement;
  return next?.type === 'comment' && !text.slice(statement.end, next.start).includes('\n');
}
