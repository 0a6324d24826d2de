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

export { echarts };
export type { EChartsCoreOption as ChartOption, EChartsType as Chart } from 'echarts/core';
