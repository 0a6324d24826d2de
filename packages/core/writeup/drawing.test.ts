import { isDrawing, keepable } from './drawing';

test('a chart’s drawing is kept without what it does under a pointer, and with names of its own', () => {
  const drawn =
    '<svg xmlns="http://www.w3.org/2000/svg"><path class="zr3-cls-0" pointer-events="visible" clip-path="url(#zr3-c0)" d="M0 0"/><defs><clipPath id="zr3-c0"/></defs><style><![CDATA[ .zr3-cls-0:hover {} ]]></style></svg>';
  const kept = keepable(drawn, 'fab');
  expect(isDrawing(kept)).toBe(true);
  expect(kept).toContain('clip-path="url(#fab-c0)"');
  expect(kept).toContain('id="fab-c0"');
  expect(kept).not.toMatch(/style|class|pointer/);
});
