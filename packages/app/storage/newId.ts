const BYTES = 16;

/** An id that no other study has, on any address: browsers make them by themselves on secure ones alone. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(BYTES)), byte => byte.toString(16).padStart(2, '0')).join(
    '',
  );
