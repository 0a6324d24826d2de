/** What browsers that know trusted types (W3C) give. */
interface TrustedTypes {
  readonly createPolicy: (name: string, rules: Readonly<Rules>) => unknown;
}

interface Rules {
  readonly createScriptURL: (url: string) => string;
  readonly createScript: (text: string) => string;
  readonly createHTML: (text: string) => string;
}

/** Whether a script lies beside Wold's own. */
const isOwn = (url: string): boolean => new URL(url, location.href).origin === location.origin;

function refuse(what: string): never {
  throw new TypeError(`Wold makes no ${what} of a text.`);
}

// The server has browsers hand over every text that would become a script or a part of the page. Workers start from the
// addresses of Wold's own scripts, and the chart package empties an element; nothing else is needed.
(globalThis as { trustedTypes?: TrustedTypes }).trustedTypes?.createPolicy('default', {
  createScriptURL: url => (isOwn(url) ? url : refuse('script')),
  createScript: () => refuse('script'),
  createHTML: text => (text === '' ? text : refuse('page')),
});

export {};
