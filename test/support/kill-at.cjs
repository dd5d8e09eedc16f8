/*
 * Loaded into the built program before anything else: ends it without warning at one of the moments at which it changes something
 * on the disk, or does there what another program might do. KILL_AT is the number of that moment, from 0; COUNT_IN names a file
 * that gets the number of all moments. EDIT says what else happens instead: `append` a line to TARGET, `save` another text in its
 * place as editors do, or `swap` the directory TARGET for a link to OTHER.
 */
const fs = require('node:fs');
const { isMainThread } = require('node:worker_threads');

const { KILL_AT: killAt, COUNT_IN: countIn, BELOW: below, EDIT: edit, TARGET: target, OTHER: other } = process.env;
const original = { ...fs };
let moments = 0;

/** Half of what is written may reach the disk, or all of it, or nothing. */
function moment(partly, what = '') {
  if (moments === Number(killAt)) {
    if (edit === undefined) {
      partly?.();
      process.kill(process.pid, 'SIGKILL');
    }
    moments += 1;
    // Between the last look at a file and the call that replaces it no system call fits: nothing can see what is saved there.
    if (edit !== 'save' || what !== 'renameSync') EDITS[edit]();
    return;
  }
  moments += 1;
}

const EDITS = {
  append: () => original.appendFileSync(target, 'by(hand);\n'),
  save: () => {
    const text = `${original.readFileSync(target, 'utf8')}by(hand);\n`;
    original.writeFileSync(`${target}~`, text);
    original.renameSync(`${target}~`, target);
  },
  swap: () => {
    original.renameSync(target, `${target}-moved`);
    original.symlinkSync(other, target);
  },
};

const descriptors = new Set();
/** Files may be reached through an open directory. */
const named = (file) => String(file).replace(/^\/proc\/self\/fd\/\d+/, (open) => original.readlinkSync(open));
const concerns = (file) => (typeof file === 'number'
  ? descriptors.has(file)
  : below.split(':').some((folder) => named(file).startsWith(folder)));

for (const name of [
  'renameSync', 'linkSync', 'rmSync', 'unlinkSync', 'mkdirSync', 'fchmodSync', 'fchownSync', 'fsyncSync', 'ftruncateSync',
  'writeSync',
]) {
  fs[name] = (target, ...rest) => {
    if (!concerns(target)) return original[name](target, ...rest);
    moment(undefined, name);
    const result = original[name](target, ...rest);
    moment();
    return result;
  };
}

fs.openSync = (file, flags, ...rest) => {
  const changes = typeof flags === 'string' ? /[wa+]/.test(flags) : (flags & (fs.constants.O_WRONLY | fs.constants.O_RDWR)) !== 0;
  if (!changes || !concerns(file)) return original.openSync(file, flags, ...rest);
  moment();
  const descriptor = original.openSync(file, flags, ...rest);
  descriptors.add(descriptor);
  moment();
  return descriptor;
};

fs.closeSync = (descriptor) => {
  descriptors.delete(descriptor);
  original.closeSync(descriptor);
};

fs.writeFileSync = (target, data, ...rest) => {
  if (!concerns(target)) return original.writeFileSync(target, data, ...rest);
  moment();
  const bytes = Buffer.from(data);
  moment(() => original.writeFileSync(target, bytes.subarray(0, bytes.length >> 1), ...rest));
  original.writeFileSync(target, data, ...rest);
  moment();
};

if (isMainThread && countIn !== undefined) process.on('exit', () => original.writeFileSync(countIn, String(moments)));
