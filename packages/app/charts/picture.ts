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
  const drawn = pictured(size, option, paper, kind === 'png' ? 'canvas' : 'svg');
  if (kind === 'svg') saveText(`${stem}.svg`, drawn.renderToSVGString(), 'image/svg+xml');
  else {
    saveUrl(`${stem}.png`, drawn.getDataURL({ type: 'png', pixelRatio, backgroundColor: paper }));
  }
  drawn.dispose();
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
