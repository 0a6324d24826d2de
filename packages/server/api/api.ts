import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';
import {
  hasZodFastifySchemaValidationErrors,
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
} from 'fastify-type-provider-zod';
import { Problem, problemData } from '@wold/core/problem';
import { guarded } from './guard';
import type { ApiOptions } from './options';
import { runRoutes } from './run';
import { sourceRoutes } from './sources';
import { wholeRoutes } from './whole';

/** Largest request: a table that is sent along. */
const MOST_BYTES = 512 * 1024 * 1024;

/** What programs ask over HTTP, and the page of tables in engines: described at /api/openapi.json. */
export async function api(
  server: FastifyInstance,
  { sources, given, guard, limits, thread }: ApiOptions,
): Promise<void> {
  // Not the prefix, which those that are registered here would have twice.
  const options: ApiOptions = { sources, given, guard, limits, thread };
  server.setValidatorCompiler(validatorCompiler);
  server.setSerializerCompiler(serializerCompiler);
  server.addHook('onRequest', guarded(guard));
  server.setErrorHandler((thrown, _request, reply) => {
    if (hasZodFastifySchemaValidationErrors(thrown)) {
      const [first] = thrown.validation;
      return reply.code(400).send({
        what: `the request is not understood: ${first?.message ?? 'it does not fit'}`,
        where: first?.instancePath ?? null,
        remedy: 'See /api/openapi.json for what it has to hold.',
      });
    }
    const { statusCode } = thrown as { readonly statusCode?: number };
    if (thrown instanceof Problem) return reply.code(400).send(problemData(thrown));
    return reply.code(statusCode ?? 500).send(problemData(thrown));
  });
  await server.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Wold',
        description: 'Reduces tables, sent along or where they lie.',
        version: '1',
      },
      ...(guard.token === null
        ? {}
        : {
            components: { securitySchemes: { token: { type: 'http' as const, scheme: 'bearer' } } },
            security: [{ token: [] }],
          }),
    },
    transform: jsonSchemaTransform,
  });
  server.get('/openapi.json', { schema: { hide: true } }, () => server.swagger());
  await server.register(sourceRoutes, options);
  await server.register(wholeRoutes, options);
  await server.register(runRoutes, { ...options, bodyLimit: MOST_BYTES });
}
