import { createHash, timingSafeEqual } from 'node:crypto';
import { isIP } from 'node:net';
import type { FastifyReply, FastifyRequest } from 'fastify';

/** Who may ask. */
export interface Guard {
  /** The address that is listened at, which may be named in its stead. */
  readonly host: string;
  /** What requests have to bring; null on this machine alone. */
  readonly token: string | null;
}

const LOOPBACK = new Set(['localhost', '127.0.0.1', '::1']);

/** Whether only this machine reaches an address. */
export const isLoopback = (host: string): boolean => LOOPBACK.has(host) || /^127\./.test(host);

/**
 * Refuses what another page or machine asks in a user's name: requests that name another host (a name that was made to
 * point here), come from another origin, or lack the token.
 */
export function guarded({ host, token }: Guard) {
  return async (request: FastifyRequest, reply: FastifyReply): Promise<unknown> => {
    const named = request.headers.host ?? '';
    if (!isOurs(hostOf(named), host)) {
      return refuse(
        reply,
        403,
        'it names a host that Wold does not listen at',
        'Use the address that Wold printed.',
      );
    }
    const { origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const foreign = origin !== undefined && origin !== `http://${named}` && origin !== `https://${named}`;
    if (foreign || (site !== undefined && site !== 'same-origin' && site !== 'none')) {
      return refuse(reply, 403, 'it comes from another page', 'Ask from Wold’s own page, or from a program.');
    }
    if (token !== null && !isToken(request.headers.authorization, token)) {
      return refuse(
        reply,
        401,
        'it brings no token, or not the right one',
        'Open the address that Wold printed at its start, or send “Authorization: Bearer …” with its token.',
      );
    }
    return undefined;
  };
}

/** A name cannot be made to point at a number. */
const isOurs = (named: string, host: string): boolean =>
  named === host.toLowerCase() || LOOPBACK.has(named) || (!isLoopback(host) && isIP(named) !== 0);

function hostOf(header: string): string {
  try {
    return new URL(`http://${header}`).hostname.replace(/^\[|\]$/g, '').toLowerCase();
  } catch {
    return '';
  }
}

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

const isToken = (header: string | undefined, token: string): boolean =>
  header !== undefined && timingSafeEqual(digest(header), digest(`Bearer ${token}`));

const refuse = (reply: FastifyReply, code: number, what: string, remedy: string): FastifyReply =>
  reply.code(code).send({ what, where: null, remedy });
