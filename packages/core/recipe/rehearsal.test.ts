import { CORRELATION_KINDS } from '../suitability/correlationMatrix';
import type { Request } from './stages';
import { rehearsal } from './rehearsal';

test('what is asked most is gone through, and all of it has an answer', async () => {
  // A request without an answer throws.
  const requests: Request[] = [];
  for await (const request of rehearsal()) requests.push(request);
  const stages = new Set(requests.map(({ stage }) => stage));
  for (const stage of [
    'description',
    'account',
    'originalBoxes',
    'treatedBoxes',
    'suitability',
    'components',
    'distances',
    'retention',
  ]) {
    expect(stages).toContain(stage);
  }
  const kinds = requests.flatMap(request => (request.stage === 'suitability' ? [request.kind] : []));
  expect(CORRELATION_KINDS).toEqual(expect.arrayContaining(kinds));
  expect(new Set(kinds)).toEqual(new Set(['pearson', 'spearman']));
  const rotations = requests.flatMap(request =>
    request.stage === 'components' ? [request.rotation.method] : [],
  );
  expect(new Set(rotations)).toEqual(new Set(['none', 'varimax', 'promax']));
});
