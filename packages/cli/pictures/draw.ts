import { init, type EChartsOption } from 'echarts';
import LRU from 'zrender/lib/core/LRU.js';

// As on the page: texts are keys of an object there, and one called `__proto__` would be what every object rests on.
const { get, put } = LRU.prototype;
LRU.prototype.get = function (key) {
  return get.call(this, ` ${key}`);
};
LRU.prototype.put = function (key, value) {
  return put.call(this, ` ${key}`, value);
};
import { isDrawing, keepable } from '@wold/core/writeup/drawing';

/** Pixels of a millimetre. */
const PX = 96 / 25.4;

export const INK = '#20302F';
export const SOFT = '#5C6B69';
export const RULE = '#E2DFD5';

/** Letters of charts, in pixels. */
export const LETTERS = { color: INK, fontSize: 12, fontFamily: 'sans-serif' };

/**
 * A chart as an SVG, drawn without a browser.
 *
 * @param name letters and digits that are its own within the report
 * @param width in millimetres, as the height
 * @throws Error where the chart package draws what may not stand in a page
 */
export function draw(option: EChartsOption, name: string, width: number, height: number): string {
  const chart = init(null, null, {
    renderer: 'svg',
    ssr: true,
    width: Math.round(width * PX),
    height: Math.round(height * PX),
  });
  chart.setOption({ animation: false, backgroundColor: '#FFFFFF', textStyle: LETTERS, ...option });
  const svg = keepable(chart.renderToSVGString(), name);
  chart.dispose();
  if (!isDrawing(svg)) throw new Error('The chart package drew what may not stand in a page.');
  return svg;
}
