import { CustomChart, LineChart, LinesChart, ScatterChart } from 'echarts/charts';
import {
  DataZoomInsideComponent,
  GraphicComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
} from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers';
import LRU from 'zrender/lib/core/LRU.js';

// Only the parts that are in use.
echarts.use([
  CustomChart,
  LineChart,
  LinesChart,
  ScatterChart,
  DataZoomInsideComponent,
  GraphicComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  CanvasRenderer,
  SVGRenderer,
]);

// The package remembers the widths of texts under the texts themselves, as keys of an object: one that is called
// `__proto__` would be taken for what every object rests on, and written into. No key that starts with a space is.
const { get, put } = LRU.prototype;
LRU.prototype.get = function (key) {
  return get.call(this, ` ${key}`);
};
LRU.prototype.put = function (key, value) {
  return put.call(this, ` ${key}`, value);
};

export { echarts };
export type { EChartsCoreOption as ChartOption, EChartsType as Chart } from 'echarts/core';
