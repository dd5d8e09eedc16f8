// Loaded before a program: writes down what the whole process has used, all of its threads together.
const { writeFileSync } = require('node:fs');
const { isMainThread } = require('node:worker_threads');

if (isMainThread) process.on('exit', () => {
  const { userCPUTime, systemCPUTime, maxRSS } = process.resourceUsage();
  const usage = { time: (userCPUTime + systemCPUTime) / 1000, memory: maxRSS / 1024 };
  writeFileSync(process.env.ELVAR_BENCH_USAGE, JSON.stringify(usage));
});
