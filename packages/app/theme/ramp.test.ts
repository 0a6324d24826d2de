import { lch, rgb, wcagContrast } from 'culori';
import { rampColour } from './ramp';
import { dusk, light, type Mode } from './tokens';

const places = Array.from({ length: 21 }, (_, i) => i / 20);

describe.each([
  ['light', light],
  ['dusk', dusk],
] as const)('the sequential scale on %s', (mode, tokens) => {
  const lightness = places.map(place => lch(rampColour(place, mode as Mode))!.l);

  test('goes one way in lightness, away from the paper', () => {
    const paper = lch(tokens.paper)!.l;
    for (let i = 1; i < lightness.length; i++) {
      const steps = lightness[i]! - lightness[i - 1]!;
      expect(Math.sign(steps)).toBe(mode === 'light' ? -1 : 1);
    }
    expect(Math.abs(lightness.at(-1)! - paper)).toBeGreaterThan(Math.abs(lightness[0]! - paper));
  });

  test('its far half stands out from the paper', () => {
    for (const place of places.slice(10)) {
      expect(wcagContrast(rampColour(place, mode as Mode), tokens.paper)).toBeGreaterThanOrEqual(3);
    }
  });

  test('places beyond the ends are the ends', () => {
    expect(rgb(rampColour(-3, mode as Mode))).toEqual(rgb(rampColour(0, mode as Mode)));
    expect(rgb(rampColour(7, mode as Mode))).toEqual(rgb(rampColour(1, mode as Mode)));
  });
});
