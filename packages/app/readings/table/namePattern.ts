/**
 * Whether a column is meant by what was typed: a part of its name or wording, or, where a * stands in it, the whole
 * name with anything in the star's place. Case does not matter.
 */
export function namePattern(typed: string): (name: string, wording?: string) => boolean {
  const text = typed.trim().toLowerCase();
  if (text === '') return () => true;
  if (!text.includes('*')) {
    return (name, wording = '') => name.toLowerCase().includes(text) || wording.toLowerCase().includes(text);
  }
  const parts = text.split('*').map(part => part.replace(/[.+?^${}()|[\]\\]/g, '\\$&'));
  const pattern = new RegExp(`^${parts.join('.*')}$`);
  return name => pattern.test(name.toLowerCase());
}
