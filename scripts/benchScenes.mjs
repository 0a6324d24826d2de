import { createRequire } from 'node:module';
import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { inBrowser, megabytes, privateMemory, seconds } from './benchPage.mjs';

const PACKAGE = createRequire(import.meta.url)
  .resolve('geotiff')
  .replace(/dist-\w+\/.*$/, 'dist-browser/geotiff.js');

/**
 * Scenes from file to composite in the browser: against bare decoding of the same file by the package that unpacks it, what
 * memory the page holds at most, and how soon progress is shown and a stop is heeded.
 */
export async function scenesRead(port, scenes) {
  for (const { name, path } of scenes) {
    const bare = await inBrowser(page => bareDecoding(page, path));
    const { time, peak, shown, stopped } = await inBrowser(page => toComposite(page, port, path));
    console.log(
      `${name}: composite after ${seconds(time)}, ${(time / bare).toFixed(1)} × bare decoding (${seconds(bare)}), page held ${megabytes(peak)} at most; progress after ${seconds(shown)}, stopped after ${seconds(stopped)}`,
    );
  }
}

/** A scene of spectra that mix, with noise, as a GeoTIFF in tiles packed by deflate. */
export async function writeScene(path, side, bands, { writeGeoTiff, seededRandom }) {
  const random = seededRandom(11);
  const spectra = Array.from({ length: 4 }, () => {
    const [at, wide] = [random.uniform() * bands, (0.1 + 0.3 * random.uniform()) * bands];
    return Float64Array.from({ length: bands }, (_, j) => 2000 + 6000 * Math.exp(-(((j - at) / wide) ** 2)));
  });
  const values = Array.from({ length: bands }, () => new Uint16Array(side * side));
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const shares = spectra.map(
        (_, k) => 1 + Math.sin(((k + 2) * x) / 97 + k) * Math.cos(((k + 1) * y) / 71),
      );
      const sum = shares.reduce((a, b) => a + b) || 1;
      for (let j = 0; j < bands; j++) {
        let value = 40 * (random.uniform() - 0.5);
        for (let k = 0; k < 4; k++) value += (shares[k] / sum) * spectra[k][j];
        values[j][y * side + x] = value;
      }
    }
  }
  const picture = {
    width: side,
    height: side,
    bands: values.map((own, j) => ({ name: `band ${j + 1}`, values: own })),
    noData: null,
    place: null,
  };
  const file = createWriteStream(path);
  for (const piece of writeGeoTiff(picture, { tile: 256, packed: 'deflate', interleaved: true })) {
    if (!file.write(piece)) await once(file, 'drain');
  }
  file.end();
  await once(file, 'finish');
  return path;
}

/** Unpacks every tile, and nothing else. */
async function bareDecoding(page, path) {
  await page.setContent('<input type="file">');
  await page.addScriptTag({ path: PACKAGE });
  await page.locator('input').setInputFiles(path);
  return page.evaluate(async () => {
    const start = performance.now();
    const { GeoTIFF } = globalThis;
    const tiff = await GeoTIFF.fromBlob(document.querySelector('input').files[0]);
    const image = await tiff.getImage();
    const decoder = await GeoTIFF.getDecoder(image.fileDirectory.getValue('Compression'), {
      tileWidth: image.getTileWidth(),
      tileHeight: image.getTileHeight(),
      predictor: 1,
      bitsPerSample: image.getBitsPerSample(),
      planarConfiguration: 1,
    });
    const [across, down] = [
      Math.ceil(image.getWidth() / image.getTileWidth()),
      Math.ceil(image.getHeight() / image.getTileHeight()),
    ];
    for (let y = 0; y < down; y++)
      for (let x = 0; x < across; x++) await image.getTileOrStrip(x, y, 0, decoder);
    return performance.now() - start;
  });
}

async function toComposite(page, port, path) {
  await page.goto(`http://127.0.0.1:${port}/`);
  await page.waitForTimeout(1500);
  const picker = page.getByLabel('Table file');
  // Once to be stopped.
  const stop = page.getByRole('button', { name: /Stop/ });
  const shown = await measured(page, 'change', /reading/, () => picker.setInputFiles(path));
  await page.waitForTimeout(600);
  const stopped = await measured(page, 'click', /nothing running/, () => stop.click());
  let peak = privateMemory();
  const watch = setInterval(() => (peak = Math.max(peak, privateMemory())), 200);
  const start = performance.now();
  await picker.setInputFiles(path);
  await page.getByRole('group', { name: 'Brief' }).waitFor({ timeout: 300_000 });
  await page.keyboard.press('6');
  await page.getByRole('application', { name: /The scene in/ }).waitFor({ timeout: 300_000 });
  const time = performance.now() - start;
  await page.waitForTimeout(3000);
  clearInterval(watch);
  return { time, peak, shown, stopped };
}

/** Milliseconds from an event of the page to when it says something, as the page itself has them. */
async function measured(page, event, says, act) {
  const time = page.evaluate(
    ([type, text]) =>
      new Promise(resolve => {
        document.addEventListener(
          type,
          () => {
            const from = performance.now();
            const look = () =>
              new RegExp(text).test(document.body.innerText)
                ? resolve(performance.now() - from)
                : requestAnimationFrame(look);
            look();
          },
          { capture: true, once: true },
        );
      }),
    [event, says.source],
  );
  await act();
  return time;
}
