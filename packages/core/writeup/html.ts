/** Text for a page: nothing in it is taken for a mark. */
export const escapeHtml = (text: string): string =>
  text.replace(/[&<>"]/g, letter => `&#${letter.codePointAt(0)!};`);

/** Text for a cell of a Markdown table. */
export const escapeMarkdown = (text: string): string =>
  text.replace(/[\\|*_`[\]<>]/g, letter => `\\${letter}`).replace(/\s+/g, ' ');
