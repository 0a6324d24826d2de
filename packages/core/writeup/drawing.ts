/**
 * Whether a text is a drawing that may stand in a page: one SVG without scripts, handlers, foreign content or anything that
 * it would fetch.
 */
export function isDrawing(text: string): boolean {
  if (!/^<svg[\s>]/.test(text) || !text.trimEnd().endsWith('</svg>')) return false;
  const forbidden =
    /<\s*(script|foreignObject|iframe|object|embed|link|meta|style|image|use|animate|set|a)\b|\son\w+\s*=|javascript:|(href|src)\s*=|url\(\s*(?!['"]?#)|<!|<\?/i;
  return !forbidden.test(text);
}

/**
 * A drawing of the chart package as it can be kept: without what it does under a pointer, and with names of its parts that
 * no other drawing in the same page has.
 *
 * @param name letters and digits that are its own
 */
export const keepable = (svg: string, name: string): string =>
  svg
    .replace(/^<\?xml[^>]*>\s*/, '')
    .replace(/<style[\s\S]*?<\/style>/g, '')
    .replace(/\s(class|pointer-events)="[^"]*"/g, '')
    .replace(/\bzr\d+-/g, `${name}-`)
    .trim();
