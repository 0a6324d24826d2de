import { saveText, saveUrl } from '../outputs/save';
import { sharpness, type Size } from './size';
import { echarts, type Chart, type ChartOption } from './echarts';

/**
 * A picture as a file, drawn where nobody sees it.
 *
 * @param paper its background
 * @param pixelRatio pixels of a PNG for each of the size
 */
export function takePicture(
  kind: 'png' | 'svg',
  size: Size,
  option: ChartOption,
  stem: string,
  paper: string,
  pixelRatio = sharpness(size),
): void {
  if (kind === 'svg') {
    saveText(`${stem}.svg`, drawnSvg(size, option, paper), 'image/svg+xml');
    return;
  }
  const drawn = pictured(size, option, paper, 'canvas');
  saveUrl(`${stem}.png`, drawn.getDataURL({ type: 'png', pixelRatio, backgroundColor: paper }));
  drawn.dispose();
}

/** A picture as a text, drawn where nobody sees it. */
export function drawnSvg(size: Size, option: ChartOption, paper: string): string {
  const drawn = pictured(size, option, paper, 'svg');
  const svg = drawn.renderToSVGString();
  drawn.dispose();
  return svg;
}

function pictured(
  size: Size,
  option: ChartOption,
  backgroundColor: string,
  renderer: 'canvas' | 'svg',
): Chart {
  const drawn =
    renderer === 'svg'
      ? echarts.init(null, null, { renderer, ssr: true, ...size })
      : echarts.init(document.createElement('div'), null, {
          renderer,
          devicePixelRatio: sharpness(size),
          ...size,
        });
  drawn.setOption({ animation: false, backgroundColor, ...option });
  return drawn;
}
