import { lazily } from '../base/lazily.js';

/** Words that programmers use and a dictionary of English lacks. */
const WORDS = `
  solaris significand significands mille commonjs voxel voxels remux remuxed jitter jittered densify densified centos quantile
  quantiles jitted octant octants synset synsets proactor touchend touchstart touchmove touchcancel compat hanning apothem jaggies
  descr hostkey scopeid fileid falsey toupper tolower perceptron pimpl chroma extrema extendee pointee gapped halign valign nodejs
  blitted blitting gzipped paren ident idents unsat rects lamda cosin glob globbing globbed adaptor adaptors implementor
  implementors infile outfile infiles normalizer normalizers natively bundler bundlers referer vibrance protoc highp mediump lowp
  lineno zeroth dunder megamorphic monomorphic polymorphic ncurses mipped decile deciles panner injective surjective bijective
  upsert upserts upserted ceiled cypher descendent descendents rvalue lvalue rvalues lvalues passwd venv venvs egrep fgrep recurse
  recurses recursing truthy nothrow noexcept unsubscription chgrp umask libvirt addr argv getopt autoconf abort aborted acl admin
  alloc amd ansi api apis app apps arg args argc argv ascii async asynchronously attr attrs auth authz autocomplete autofocus
  autoload avg backend backends backtick backticks backtrace backoff basename batched bbox bigint bidi bin bindable binds bitmask
  bitmap bitwise blob blobs bool boolean booleans bounding breadcrumb breakpoint breakpoints btn bucketed buf bugfix bytecode
  callable callables callback callbacks callee camelcase canonicalize canvas cdn cert changelog charset checkbox checkboxes
  checksum checksums chmod chown cli classname classpath clientside clipboard cloneable closable cmd cmp codec codecs codepoint
  codepoints codegen colspan combinator comparator comparators concat concatenate config configs configurable const constructor
  constructors coord coords cors cpu cron crypto css csv ctor ctrl ctx cwd daemon dataset datasets datatype datetime dao
  deallocate debounce debounced debug debugger decl decoded decompress decrement decrypt dedupe deduplicate deepest def defs
  deinit del delim delimiter delimiters dep deps deprecated deprecation deque dequeue deref dereference deserialize deserialized
  deserializer dest destructor destructure destructured destructuring dev devtools diff diffs dir dirname dirs dispatcher div dns
  docblock docker docs docstring docstrings dom downcast downlevel downsample dropdown dst dto dtype dumper dup ecma ecmascript
  elem elems elif elt emitter emoji emojis encodings endian endianness endif endpoint endpoints enqueue enum enums enumerable env
  eof eol epsilon err errno errs escaper eval evaluator evt exec executable expr exprs extensible falsy fallback fallbacks favicon
  fetcher fieldset fifo filename filenames filepath filesystem filesystems finalizer firefox flatten flattened flexbox float
  floats fmt fn fns fontsize foreach formatter formatters fourcc fps frontend fs func funcs fuzzy gcc geo getter getters git
  github glob globals globs glsl goto gpu gradle grep gui guid gzip hardcoded hash hashes hashmap hashtag haystack hdr heredoc hex
  hexadecimal highlighter hmac hoc hostname hostnames href hsl html http https hyperlink icns icon id ide idempotent identifier
  identifiers ids idx iframe iff ignorable img imgs impl impls indices indexable inf info infos init initializer initializers
  inline inlined inlining inode inodes instanceof instantiate instantiated instantiation int integers interop interpolate
  interpolated interpolation ints invoker ipv io iot ip iso iterable iterables iterator iterators jar java javascript jit jpeg jpg
  js json jsx jvm jwt keycode keydown keyframe keyframes keypress keyspace keyup keyword keywords lang len lerp lexer lexical lf
  lhs lib libs libc lifecycle lifecycles linebreak linter linux listbox literals loader loaders localhost locale locales localized
  localizable localtime lodash lookahead lookbehind lookup lookups lossless lowercase lowercased lru macro macros mailto malloc
  manpage markdown matcher matchers math matrices max maven mem memoize memoized memory merge metadata middleware millis min mins
  minify minified mipmap mipmaps mkdir mkdirp mixin mixins mocked mod modal mods monospace mousedown mousemove mouseup mozilla msg
  msgs multi multibyte multiline multiplier multithreaded mutable mutate mutated mutates mutator mutex mysql namespace namespaced
  namespaces nan nav navbar nested newline newlines nonce noop nodes npm null nullable nullish nulls num numpy nums oauth obj objs
  offscreen ok onclick onload oob opcode opcodes opengl opt optimizer opts ordinal oauth os overflow overload overloaded overloads
  overridable overridden param parameterized params parens parser parsers parsing passthrough pathname pathnames pathspec payload
  payloads pdf perf perl permalink php pid pixel pixels placeholder placeholders plaintext plugin plugins png pointer polyfill
  polyfilled polyfills popup popups postfix postgres pre precompute precomputed prefetch prefixed preload preloaded preprocess
  preprocessor prepend prepended prev printf proc processor profiler programmatically prop props proto protobuf protos proxied
  proxies ps pseudo ptr ptrs py pypi python qualifier quaternion quaternions queryable queue queued raf rand readable readline
  readme readonly realpath realtime rebase recompute recursion recursive recursively redeclare redirect redirects redis redo
  redraw ref refactor refactoring refactored refs regex regexes regexp registry reload renderable renderer renderers repaint repo
  repos req reqs rerender rescale reset resizable resize resized resizes resizing resolver resolvers resp resumable retries retry
  rethrow reusable rfc rgb rgba rhs rotatable rows rowspan rpc rss ruby runnable runtime rw rxjs sandbox sanitize sanitized
  sanitizer scalable scalar scalars schema schemas scissor scrollable scrollbar scrollbars sdk selectable semver sentinel
  serializable serialize serialized serializer serializes serializing serverless setter setters sha shader shaders shallow
  shapefile shebang shim shims shortcut sig signup singleton skybox slug snapshot snapshots snippet snippets socket sockets
  sourcemap spec specs specular splice spliced sprintf sql src srgb ssh ssl stacktrace startup stateful stateless stderr stdin
  stdio stdlib stdout str stringify stringified strlen struct structs stub stubs stylesheet stylesheets subarray subclass
  subclasses subclassed subcommand subdirectories subdirectory subdomain subfolder submenu submodule submodules subnet subpath
  subprocess subquery subsampled subscript subscripts subset subtree subtrees subtype subtypes sudo sum svg swizzle symlink
  symlinks sync synchronously syntax sys syscall tabindex tablist tarball tbody tcp teardown templated temp terminal textarea
  texel texels texture textures tfoot thead thenable throttled throttle thumbnail thumbnails timeline timeout timeouts timestamp
  timestamps timezone timezones tmp todo todos toggle toggles token tokenize tokenized tokenizer tokens toml tooltip tooltips
  toplevel tostring traceback traversal tree ts tsx tty tuple tuples tween txt typeof typecheck typedef typedefs types typescript
  udp ui uid uint uints unary unassigned unbind unbound unclosed undef undefined underflow undo undocumented unescape unescaped
  unicode uniform uniforms uninitialized uninstall unix unlink unload unmount unmounted unordered unpack unpacked unparsed
  unquoted unread unregister unregistered unresolved unset unshift unsigned unstaged unsubscribe unsubscribed unsupported
  untracked untyped unwrap unwrapped unwraps uppercase uppercased uri uris url urls usage user username usernames usr utf util
  utils uuid uv validator validators val vals var varargs variadic vars vec vendored verbose vert vertices viewport viewports
  virtualenv vite vm void walker wasm watcher webgl webgpu webhook webhooks webkit webpack webp websocket websockets whitespace
  widget widgets wildcard wildcards winding workaround workarounds workflow workflows worker workers workspace workspaces wrapper
  wrappers writable xhr xml xor xpath xsd xss yaml yml zip zlib zoom
`;

/** Whether a word is a term of the trade. @param word in lower case. */
export function isTradeWord(word: string): boolean {
  return known().has(word);
}

const known = lazily((): ReadonlySet<string> => new Set(WORDS.trim().split(/\s+/)));
