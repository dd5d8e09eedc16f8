import { hitsOf, NO_HITS } from '../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../finders/language-rules.js';
import { nameTest } from '../../finders/name-patterns.js';
import type { FreeNames } from '../../finders/options.js';
import { isWord, type Routine, type SqlCode } from './code.js';
import { byRoutine, bySql, headOf, tell, writtenIn } from './find.js';
import { misshapenSql, shortNames } from './names.js';
import {
  branchyRoutines, deepRoutines, emptyBranches, idleHandlers, longRoutines, manyParameters, unreachedStatements,
  unusedParameters, unusedVariables,
} from './routines.js';
import { joinedStatements, selfCompared, unclosedMarks } from './statements.js';
import type { Token } from './tokens.js';

const { by, good, bad } = writerFor('sql');

const TWO = { options: { max: 2 } };

/** A routine of PostgreSQL with the given code. */
function routine(code: string, declared = ''): string {
  return `CREATE FUNCTION moor(berth int) RETURNS int AS $$\n${declared}BEGIN\n${code}\nEND;\n$$ LANGUAGE plpgsql;\n`;
}

/** The rules of the catalog that know SQL. */
export const SQL_RULES: LanguageRules = {
  'size/branches': by(
    branchyRoutines,
    good(routine('IF berth > 1 THEN RETURN 1; END IF; RETURN 2;'), TWO),
    good('CREATE TABLE IF NOT EXISTS quay (id int);\n', { options: { max: 1 } }),
    bad(
      routine('IF berth > 1 AND berth < 3 THEN RETURN 1; END IF; RETURN 2;'),
      '1:17-21 3 paths through this routine, 1 over 2',
      TWO,
    ),
    bad(
      'CREATE PROCEDURE moor() BEGIN\nWHILE full DO\nCASE tide WHEN 1 THEN CALL sail(); WHEN 2 THEN CALL wait(); END CASE;\n'
        + 'END WHILE;\nEND;\n',
      '1:18 4 paths through this routine, 1 over 3',
      { options: { max: 3 } },
    ),
  ),
  'size/nesting': by(
    deepRoutines,
    good(routine('IF a THEN LOOP EXIT; END LOOP; END IF;'), TWO),
    bad(routine('IF a THEN LOOP IF b THEN EXIT; END IF; END LOOP; END IF;'), '3:16-18 nested 3 levels deep, 2 allowed', TWO),
  ),
  'size/parameters': by(
    manyParameters,
    good('CREATE FUNCTION moor(berth int, numeric(3, 1)) RETURNS int AS $$ SELECT 1 $$ LANGUAGE sql;\n', TWO),
    bad(
      'CREATE PROCEDURE moor @berth int, @tide int = 1, @quay int AS BEGIN SELECT @berth, @tide, @quay; END\nGO\n',
      '1:23-55 3 parameters, 1 over 2', TWO,
    ),
  ),
  'size/function-lines': by(
    longRoutines,
    good(routine('RETURN 1;'), { options: { max: 6 } }),
    bad(routine('sail();\nRETURN 1;'), '1:17-21 moor is 6 lines long, 1 over 5', { options: { max: 5 } }),
  ),
  'names/functions': by(
    misshapenSql('function'),
    good('CREATE FUNCTION low_tide() RETURNS int AS $$ SELECT 1 $$;\n'),
    bad(
      'CREATE FUNCTION Low_Tide() RETURNS int AS $$ SELECT 1 $$;\n',
      '1:17-25 Low_Tide is not written like low_tide or lowTide or LowTide or LOW_TIDE',
    ),
  ),
  'names/types': by(
    misshapenSql('type'),
    good('CREATE TABLE harbour.low_tide (id int);\nCREATE VIEW LowTide AS SELECT 1;\n'),
    bad(
      'CREATE TABLE IF NOT EXISTS harbour.Low_Tide (id int);\n',
      '1:36-44 Low_Tide is not written like low_tide or lowTide or LowTide or LOW_TIDE',
    ),
  ),
  'names/variables': by(
    misshapenSql('variable'),
    good('CREATE TABLE quay (low_tide int, "highTide" int, PRIMARY KEY (low_tide));\n'),
    bad(
      'CREATE TABLE quay (Low_Tide int DEFAULT (1));\n',
      '1:20-28 Low_Tide is not written like low_tide or lowTide or LowTide or LOW_TIDE',
    ),
    bad('CREATE TABLE quay (lowTide int);\n', '1:20 lowTide is not written like low_tide', { options: { form: 'snake' } }),
  ),
  'names/length': by(
    shortNames,
    good('CREATE TABLE quay (low int);\n'),
    bad('CREATE TABLE q (low int);\n', '1:14-15 q has 1 character; at least 2 are required'),
  ),
  'dead/variable': by(
    unusedVariables,
    good(routine('low := berth; EXECUTE \'select :high\' ; RETURN low;', 'DECLARE low int; high int;\n')),
    bad(routine('RETURN berth;', 'DECLARE low int;\n'), '2:9-12 low is never used'),
    bad(
      'CREATE PROCEDURE moor AS BEGIN DECLARE @low int, @high int; SET @high = 1; SELECT @high; END\n', '1:40 @low is never used',
    ),
  ),
  'dead/parameter': by(
    unusedParameters,
    good(routine('RETURN berth;')),
    good('CREATE FUNCTION moor(berth int) RETURNS int AS $$ SELECT $1 $$ LANGUAGE sql;\n'
      + 'CREATE FUNCTION sail(tide int) RETURNS int AS \'quay.so\' LANGUAGE c;\n'),
    bad(routine('RETURN 1;'), '1:22-27 berth is never read'),
  ),
  'dead/after-exit': by(
    unreachedStatements,
    good(routine('IF full THEN RETURN 1; END IF;\nRETURN QUERY SELECT 2;\nRETURN 3;')),
    bad(
      routine('RETURN 1;\nPERFORM sail();\nRAISE EXCEPTION \'full\';\nRETURN 2;'),
      ['4:1-8 never runs: RETURN above leaves the block', '6:1-7 never runs: RAISE above leaves the block'],
    ),
  ),
  'slips/self-compare': by(
    selfCompared,
    good(
      'SELECT 1 FROM quay q JOIN tide t ON q.id = t.id WHERE q.low = next(q.low) AND a = a + 1;\nUPDATE quay SET low = low;\n',
    ),
    bad('SELECT 1 FROM quay q WHERE q.low = Q.low;\n', '1:28-41 q.low is on both sides of ='),
  ),
  'slips/hollow-block': by(
    emptyBranches,
    good(routine('IF full THEN NULL; END IF; IF low THEN /* the pilot waits */ END IF;')),
    bad(routine('IF full THEN END IF; LOOP END LOOP;'), ['3:9-13 this block is empty', '3:22-26 this block is empty']),
  ),
  'slips/swallowed-error': by(
    idleHandlers,
    good(routine('PERFORM sail(); EXCEPTION WHEN full THEN NULL; WHEN OTHERS THEN RAISE;')),
    good(routine('PERFORM sail();\nEXCEPTION WHEN OTHERS THEN\n  -- the pilot waits\n  NULL;')),
    bad(routine('PERFORM sail(); EXCEPTION WHEN OTHERS THEN NULL;'), '3:27-43 the error caught here is ignored'),
  ),
  'slips/syntax': by(
    unclosedMarks,
    good("SELECT '(', \"b(\" FROM quay -- (\nWHERE a IN (1, 2) /* ( */;\n\\echo (\nCOPY quay FROM STDIN;\n1\t(\n\\.\n"),
    bad('SELECT (1;\nSELECT 1);\n', ['1:8-9 “(” is never closed', '2:9-10 is not expected here: “)”']),
    bad("SELECT 'low;\n", "1:8 “'” is never closed"),
  ),
  'safety/dynamic-code': by(
    joinedStatements,
    good(routine(
      "EXECUTE 'select 1'; EXECUTE format('select %I', berth); EXECUTE 'select ' || quote_ident(berth); EXECUTE statement;",
    )),
    bad(routine("EXECUTE 'select ' || berth;"), '3:1-8 EXECUTE runs text as code'),
    bad("CREATE PROCEDURE moor @berth varchar(9) AS BEGIN EXEC('select ' + @berth); END\n", '1:50 EXEC runs text as code'),
  ),
  'safety/weak-digest': by(
    bySql((code) => hitsOf(code.tokens, (token) => (isWord(token, 'MD5', 'SHA', 'SHA1') && isCalled(token, code)
        ? [tell(token, `${token.text} can be forged`)]
      : isNamedDigest(token, code)
        ? [tell(token, `${token.text.slice(1, -1)} can be forged`)]
      : NO_HITS))),
    good("SELECT sha256(a), digest(a, 'sha256') FROM quay;\nCREATE TABLE tide (md5 text);\n"),
    bad(
      "SELECT md5(a), digest(a, 'sha1'), HASHBYTES('MD5', a) FROM quay;\n",
      ['1:8-11 MD5 can be forged', '1:26-32 sha1 can be forged', '1:45-50 MD5 can be forged'],
    ),
  ),
  'safety/fixed-path': by(
    bySql((code, { free }: FreeNames) => {
      const isFree = nameTest(free);
      return hitsOf(code.tokens, (token) =>
        (token.kind === 'text' && PATH.test(token.text.slice(1, -1)) && !isFree(token.text.slice(1, -1))
          ? [tell(token, `${token.text.slice(1, -1)} exists on one machine only`)]
          : NO_HITS));
    }),
    good("COPY quay FROM 'berths/low.csv';\n"),
    bad("COPY quay FROM '/srv/pilot/low.csv';\n", '1:16-36 /srv/pilot/low.csv exists on one machine only'),
  ),
  'safety/shell-text': by(
    bySql((code) => hitsOf(code.tokens, (token) => (isWord(token, 'XP_CMDSHELL') && isJoinedBehind(token, code)
      ? [tell(token, 'xp_cmdshell runs a command built from values')]
      : NO_HITS))),
    good("EXEC xp_cmdshell 'dir';\n"), bad('EXEC xp_cmdshell @quay;\n', '1:6-17 xp_cmdshell runs a command built from values'),
  ),
  'docs/public-comment': by(
    byRoutine(undescribed),
    good(`-- Moors a boat.\n${routine('RETURN berth;')}`),
    good(`${routine('RETURN berth;')}COMMENT ON FUNCTION moor(int) IS 'Moors a boat.';\n`),
    bad(routine('RETURN berth;'), '1:17-21 moor is public but not documented'),
  ),
  'idiom/debug-print': by(
    bySql((code, { calls }: { readonly calls: readonly string[] }, text) => printsIn(code, calls, text)),
    good(routine("RAISE WARNING 'full'; RETURN berth;")),
    bad(routine("RAISE NOTICE 'moored'; RETURN berth;"), '3:1-13 RAISE NOTICE bypasses the log'),
    bad(
      "CREATE PROCEDURE moor AS BEGIN PRINT 'moored'; DBMS_OUTPUT.PUT_LINE('moored'); END\n",
      ['1:32 PRINT bypasses the log', '1:48 DBMS_OUTPUT.PUT_LINE bypasses the log'],
    ),
  ),
};

/** Beginnings of paths that exist on one machine: Filesystem Hierarchy Standard 3.0, chapter 3; Windows drives. */
const PATH =
  /^(?:\/(?:home|Users|root|opt|usr|var|etc|tmp|mnt|media|srv)(?:\/[\w.@%+-]+)+\/?|[A-Za-z]:\\[\w .-]+(?:\\[\w .-]+)*)$/;

function nextOf(token: Token, { tokens }: SqlCode): Token | undefined {
  return tokens[placeOf(token, tokens) + 1];
}

/** The place of a token, which is among those that are sorted by where they begin. */
function placeOf({ start }: Token, tokens: readonly Token[]): number {
  let low = 0;
  for (let high = tokens.length; low < high;) {
    const middle = (low + high) >> 1;
    if ((tokens[middle] as Token).start < start) low = middle + 1;
    else high = middle;
  }
  return low;
}

function isCalled(token: Token, code: SqlCode): boolean {
  return nextOf(token, code)?.text === '(' && code.tokens[placeOf(token, code.tokens) - 1]?.text !== '.';
}

/** Whether a text names a weak digest for a function that takes its name. */
function isNamedDigest(token: Token, { tokens }: SqlCode): boolean {
  if (token.kind !== 'text' || !/^'(?:md[245]|sha-?1?)'$/i.test(token.text)) return false;
  const at = placeOf(token, tokens);
  return tokens.slice(Math.max(0, at - 12), at).some((before, index, list) =>
    isWord(before, 'DIGEST', 'HMAC', 'HASHBYTES', 'STANDARD_HASH') && list[index + 1]?.text === '(');
}

function isJoinedBehind(token: Token, { tokens }: SqlCode): boolean {
  const at = placeOf(token, tokens);
  const end = tokens.findIndex(({ kind }, place) => place > at && kind === 'end');
  return tokens.slice(at + 1, end < 0 ? tokens.length : end).some(({ kind, text }) =>
    (kind === 'word' && text.startsWith('@')) || text === '+' || text === '||');
}

/** A routine without a comment before it, or a statement that describes it. */
function undescribed(own: Routine, code: SqlCode, _options: unknown, text: string): ReturnType<typeof tell>[] {
  if (own.name === null) return [];
  const first = code.tokens[own.from] as Token;
  const isCommented = code.comments.some(({ start, end }) => start < first.start && text.slice(end, first.start).trim() === '')
    || code.tokens.some((token, at) => isWord(token, 'COMMENT')
      && isWord(code.tokens[at + 1], 'ON') && code.tokens.slice(at + 3, at + 6).some((part) => part.text === own.name?.text));
  return isCommented ? [] : [tell(headOf(own, code), `${writtenIn(text, own.name)} is public but not documented`)];
}

/** Statements that print: as the option lists them, whatever their letters. */
function printsIn({ tokens }: SqlCode, calls: readonly string[], text: string): ReturnType<typeof tell>[] {
  const wanted = new Set(calls.map((call) => call.toUpperCase()));
  return tokens.flatMap((token, at) => {
    const next = tokens[at + 1];
    const before = tokens[at - 1];
    const begins = before === undefined || before.kind === 'end' || isWord(before, 'BEGIN', 'THEN', 'ELSE', 'LOOP', 'AS', 'DO');
    if (token.kind !== 'word' || !begins || next === undefined) return [];
    const last = next.text === '.' ? tokens[at + 2] : isWord(token, 'RAISE') ? next : token;
    const called = last === undefined ? '' : text.slice(token.start, last.end).replace(/\s+/g, ' ');
    return last !== undefined && wanted.has(called.toUpperCase()) ? [tell(token, `${called} bypasses the log`, last)] : [];
  });
}
