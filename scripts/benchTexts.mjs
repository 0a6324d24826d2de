import { inBrowser, megabytes, privateMemory, seconds } from './benchPage.mjs';

/**
 * Catalogues from file to map in the browser: against a bare pass that only splits the same texts into words and counts
 * them, and what memory the page holds at most, for each number of entries.
 */
export async function textsRead(port, catalogues) {
  const peaks = [];
  for (const { n, path } of catalogues) {
    const bare = await inBrowser(page => bareCount(page, path));
    const { time, peak } = await inBrowser(page => toMap(page, port, path));
    peaks.push(peak);
    console.log(
      `${n.toLocaleString('en')} texts: map after ${seconds(time)}, ${(time / bare).toFixed(1)} × splitting and counting (${seconds(bare)}), page held ${megabytes(peak)} at most`,
    );
  }
  const [few, many] = [catalogues[0].n, catalogues.at(-1).n];
  const power = Math.log(peaks.at(-1) / peaks[0]) / Math.log(many / few);
  console.log(`  from ${few} to ${many} texts memory grows as n^${power.toFixed(2)}`);
}

/** Splits every description into words by the platform's segmenter and counts them, and nothing else. */
async function bareCount(page, path) {
  await page.setContent('<input type="file">');
  await page.locator('input').setInputFiles(path);
  return page.evaluate(async () => {
    const text = await document.querySelector('input').files[0].text();
    const texts = text.split('\n').map(line => line.split(',').slice(3).join(','));
    const start = performance.now();
    const segmenter = new Intl.Segmenter('en', { granularity: 'word' });
    const counts = new Map();
    for (const one of texts) {
      for (const { segment, isWordLike } of segmenter.segment(one)) {
        if (isWordLike) counts.set(segment, (counts.get(segment) ?? 0) + 1);
      }
    }
    return performance.now() - start;
  });
}

async function toMap(page, port, path) {
  await page.goto(`http://127.0.0.1:${port}/`);
  await page.waitForTimeout(1500);
  let peak = privateMemory();
  const watch = setInterval(() => (peak = Math.max(peak, privateMemory())), 200);
  const start = performance.now();
  await page.getByLabel('Table file').setInputFiles(path);
  await page.getByRole('group', { name: 'Brief' }).waitFor({ timeout: 300_000 });
  await page.keyboard.press('6');
  await page.getByRole('application').waitFor({ timeout: 500_000 });
  const time = performance.now() - start;
  await page.waitForTimeout(3000);
  clearInterval(watch);
  return { time, peak };
}
