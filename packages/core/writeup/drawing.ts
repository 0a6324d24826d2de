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
