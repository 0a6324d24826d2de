import { light } from '../../../theme/tokens';
import { lossOption } from './lossOption';

const loss = [
  { after: 0, value: 4 },
  { after: 10, value: 3 },
];
const seriesOf = (early: number | null) =>
  (
    lossOption({ by: 't-sne', loss, of: 1000 }, early, light) as {
      series: { data: unknown; markLine?: { data: unknown } }[];
    }
  ).series[0]!;

test('the curve stands over the whole course, and where pulling harder ends is marked where there is such a place', () => {
  expect(seriesOf(250).data).toEqual([
    [0, 4],
    [10, 3],
  ]);
  expect(seriesOf(250).markLine!.data).toEqual([{ xAxis: 250 }]);
  expect(seriesOf(null).markLine).toBeUndefined();
  expect(seriesOf(1000).markLine).toBeUndefined();
});
