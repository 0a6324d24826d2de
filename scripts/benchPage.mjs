import { chromium } from '@playwright/test';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';

const flags = JSON.parse(readFileSync(join(root, 'e2e', 'chromiumFlags.json'), 'utf8'));

export async function inBrowser(work) {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: flags,
  });
  try {
    return await work(await browser.newPage(), browser);
  } finally {
    await browser.close();
  }
}

/** Memory that only the pages' processes hold, in bytes. */
export function privateMemory() {
  let sum = 0;
  for (const pid of readdirSync('/proc').filter(name => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      const rollup = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
      for (const [, kilobytes] of rollup.matchAll(/^Private_(?:Clean|Dirty):\s+(\d+)/gm))
        sum += 1024 * Number(kilobytes);
    } catch {
      // It has ended meanwhile.
    }
  }
  return sum;
}

export function medianOf(numbers) {
  return numbers.toSorted((a, b) => a - b)[numbers.length >> 1];
}

export function seconds(ms) {
  return `${(ms / 1000).toFixed(2)} s`;
}

export function megabytes(bytes) {
  return `${(bytes / 1e6).toFixed(0)} MB`;
}
