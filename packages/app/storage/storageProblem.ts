/** Why something is not kept in the browser, and what helps against that cause. */
export interface StorageProblem {
  readonly what: string;
  readonly remedy: string;
}

const OUT = 'Take the study out as a file before you close this page.';

/** What browsers and the storage package call what goes wrong. */
const CAUSES: readonly (readonly [RegExp, StorageProblem])[] = [
  [
    /QuotaExceeded/,
    {
      what: 'there is no room left for it',
      remedy: `Make room on the disk, or delete studies that you no longer need. ${OUT}`,
    },
  ],
  [
    /MissingAPI|SecurityError|InvalidStateError|NotAllowedError|TypeError/,
    {
      what: 'this browser gives the page no storage, as in a private window or where site data are blocked',
      remedy: `Allow site data for this address, or open it in a usual window. ${OUT}`,
    },
  ],
  [
    /VersionError/,
    {
      what: 'a newer Wold has kept its studies here',
      remedy: `Start that one, or take its studies out as files there. ${OUT}`,
    },
  ],
  [
    /DatabaseClosed|AbortError|UnknownError|NotFoundError|OpenFailed/,
    {
      what: 'the browser’s storage broke off',
      remedy: `Close all pages of Wold, start the browser again, and see that its disk is well. ${OUT}`,
    },
  ],
];

/** The cause of what storage threw, in words, with the remedy that is its own. */
export function storageProblem(thrown: unknown): StorageProblem {
  const names = [nameOf(thrown), nameOf((thrown as { inner?: unknown } | null)?.inner)];
  // The cause within tells more than the wrapping that the package puts around it.
  for (const name of names.reverse()) {
    const known = CAUSES.find(([pattern]) => pattern.test(name));
    if (known !== undefined) return known[1];
  }
  const message = textOf(thrown, 'message') ?? String(thrown);
  return { what: `the browser says: ${message}`, remedy: OUT };
}

/** A member of what was thrown, here or, as plain data, in a worker. */
const textOf = (thrown: unknown, member: 'name' | 'message'): string | null => {
  const text: unknown = (thrown as Partial<Error> | null | undefined)?.[member];
  return typeof text === 'string' ? text : null;
};

const nameOf = (thrown: unknown): string => textOf(thrown, 'name') ?? '';
