/** What browsers that know trusted types (W3C) give. */
interface TrustedTypes {
  readonly createPolicy: (name: string, rules: { createScriptURL: (url: string) => string }) => unknown;
}

/** Whether a script lies beside Wold's own. */
const isOwn = (url: string): boolean => new URL(url, location.href).origin === location.origin;

// The server has browsers refuse every text that would become a script. Workers start from a script's address: Wold's own.
(globalThis as { trustedTypes?: TrustedTypes }).trustedTypes?.createPolicy('default', {
  createScriptURL: url => {
    if (isOwn(url)) return url;
    throw new TypeError(`A script from elsewhere: ${url}`);
  },
});
