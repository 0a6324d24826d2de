/** What this page, or this worker, brings to be let in; null where nothing is asked for. */
let token: string | null = null;

/** Lets requests bring a token from now on. */
export function bring(given: string | null): void {
  token = given;
}

export const broughtToken = (): string | null => token;
