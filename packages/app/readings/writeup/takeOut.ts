import { strToU8, zipSync, type Zippable } from 'fflate';
import type { ReadReport } from '@wold/core/report/edited';
import { csv } from '@wold/core/writeup/csv';
import { fileStem } from '@wold/core/writeup/fileStem';
import type { KeptFigure } from '@wold/core/writeup/writeup';
import { saveBytes, saveText } from '../../outputs/save';

export type ReportFile = 'docx' | 'html' | 'markdown' | 'tables';

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
/** Pixels for each of the screen's, so that print is sharp. */
const SHARP = 2;

/** The report as a file. What writes it is loaded then. */
export async function takeOutReport(kind: ReportFile, read: ReadReport, name: string): Promise<void> {
  const stem = `${fileStem(name)}-report`;
  if (kind === 'html') {
    const { reportHtml } = await import('@wold/core/report/html');
    return saveText(`${stem}.html`, reportHtml(read), 'text/html');
  }
  if (kind === 'docx') {
    const { reportDocx } = await import('@wold/core/report/docx');
    return saveBytes(`${stem}.docx`, [new Uint8Array(await reportDocx(read, asPng))], DOCX);
  }
  const { figureFile, printTableRows, reportMarkdown } = await import('@wold/core/report/markdown');
  const files: Zippable = {};
  if (kind === 'markdown') {
    files['report.md'] = strToU8(reportMarkdown(read));
    for (const section of read.sections) {
      for (const figure of section.figures) files[figureFile(figure)] = strToU8(figure.of.svg);
    }
  } else {
    for (const { tables } of read.sections) {
      for (const { number, of } of tables) {
        files[`table-${number}-${fileStem(of.title)}.csv`] = strToU8(csv(printTableRows(of)));
      }
    }
  }
  saveBytes(`${stem}${kind === 'tables' ? '-tables' : ''}.zip`, [zipSync(files)], 'application/zip');
}

/** A drawing as pixels, for word processors that cannot draw it. */
async function asPng({ svg, width, height }: KeptFigure): Promise<Uint8Array> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const pixels = (mm: number) => Math.round((mm * 96 * SHARP) / 25.4);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [pixels(width), pixels(height)];
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>(done => canvas.toBlob(done, 'image/png'));
  if (blob === null) throw new Error('the browser could not draw a picture');
  return new Uint8Array(await blob.arrayBuffer());
}
