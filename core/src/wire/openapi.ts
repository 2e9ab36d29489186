/** The table of routes as an OpenAPI 3.1 document (https://spec.openapis.org/oas/v3.1.1.html). */
import { z } from 'zod';
import { planSchema } from '../plan/index.ts';
import { takeSchema, takeSummarySchema } from '../take/index.ts';
import { findingSchema } from '../timing/index.ts';
import { recordingSchema } from '../recordings/index.ts';
import { saidReportSchema } from '../words/index.ts';
import {
  binSchema,
  holdGroupSchema,
  planItemSchema,
  playerSchema,
  problemSchema,
  remeasuringSchema,
  storedPlanSchema,
  takeItemSchema,
} from './answers.ts';
import { type Route } from './route.ts';
import { ROUTES, partsOf } from './routes.ts';

/** Those that are referred to by name; the rest stands where it is used. */
const NAMED = {
  Plan: planSchema,
  StoredPlan: storedPlanSchema,
  PlanItem: planItemSchema,
  Take: takeSchema,
  TakeItem: takeItemSchema,
  TakeSummary: takeSummarySchema,
  Finding: findingSchema,
  Report: saidReportSchema,
  Recording: recordingSchema,
  Player: playerSchema,
  HoldGroup: holdGroupSchema,
  Bin: binSchema,
  Remeasuring: remeasuringSchema,
  Problem: problemSchema,
};

type Json = Record<string, unknown>;

/** One schema with references into `components`, and those that it refers to are put there. */
function schemaOf(schema: z.ZodType, components: Json): Json {
  const registry = z.registry<{ id: string }>();
  for (const [id, named] of Object.entries(NAMED)) registry.add(named, { id });
  const made = z.toJSONSchema(schema, { io: 'input', metadata: registry });
  const moved = JSON.parse(JSON.stringify(made).replaceAll('"#/$defs/', '"#/components/schemas/')) as Json;
  const { $defs = {}, id } = moved as Json & { $defs?: Json };
  for (const [name, definition] of Object.entries($defs)) components[name] = bare(definition as Json);
  if (typeof id !== 'string') return bare(moved);
  components[id] = bare(moved);
  return { $ref: `#/components/schemas/${id}` };
}

/** Without what only a schema that stands alone has. */
const bare = (schema: Json): Json =>
  Object.fromEntries(Object.entries(schema).filter(([key]) => !['$defs', '$schema', 'id'].includes(key)));

const BYTES = { type: 'string', format: 'binary' };
const json = (schema: Json, type = 'application/json') => ({ content: { [type]: { schema } } });

function operationOf(name: string, route: Route, components: Json): Json {
  const { path } = partsOf(name);
  const query = route.query ? schemaOf(route.query, components) : {};
  const required = (query.required ?? []) as string[];
  const parameters = [
    ...(path.includes(':id')
      ? [{ name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } }]
      : []),
    ...Object.entries((query.properties ?? {}) as Json).map(([key, schema]) => ({
      name: key,
      in: 'query',
      required: required.includes(key),
      schema,
    })),
  ];
  const answered = {
    description: 'Done.',
    ...(route.answer ? json(schemaOf(route.answer, components)) : {}),
    ...(route.file ? json(BYTES, 'audio/wav') : {}),
    ...(route.sends ? json(BYTES, route.sends) : {}),
  };
  const refused = (description: string) => ({
    description,
    ...json(schemaOf(problemSchema, components), 'application/problem+json'),
  });
  return {
    summary: route.does,
    operationId: operationId(name),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(route.body ? { requestBody: { required: true, ...json(schemaOf(route.body, components)) } } : {}),
    ...(route.piece ? { requestBody: { required: true, ...json(BYTES, 'application/octet-stream') } } : {}),
    ...(route.takes ? { requestBody: { required: true, ...json(BYTES, route.takes) } } : {}),
    ...(route.sound ? { requestBody: { required: true, ...json(BYTES, 'audio/wav') } } : {}),
    responses: {
      [route.answer || route.file || route.sends ? 200 : 204]: answered,
      ...(route.file ? { 206: { ...answered, description: 'The part that was asked for.' } } : {}),
      ...(route.created ? { 201: { ...answered, description: 'Made.' } } : {}),
      ...Object.fromEntries(
        Object.entries(route.refuses ?? {}).map(([status, text]) => [status, refused(text)]),
      ),
      default: refused('Refused, or it did not work; `detail` says why and what to do.'),
    },
  };
}

/** "GET /takes/:id" is "getTakesId". */
function operationId(name: string): string {
  const [first, ...rest] = name.toLowerCase().split(/[^a-z]+/);
  return first + rest.map((word) => word.charAt(0).toUpperCase() + word.slice(1)).join('');
}

/** The whole document; plain JSON. */
export function openApi(): Json {
  const schemas: Json = {};
  const paths: Record<string, Json> = {};
  for (const [name, route] of Object.entries(ROUTES)) {
    const { method, path } = partsOf(name);
    const at = `/api${path.replaceAll(/:([a-z]+)/g, '{$1}')}`;
    paths[at] = { ...paths[at], [method.toLowerCase()]: operationOf(name, route, schemas) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Feldspar',
      version: '1',
      description:
        'Plans, takes and their measurement. Ids are UUIDs made by the client, so that a repeated PUT is harmless.',
      license: { name: 'Unlicensed', identifier: 'LicenseRef-Unlicensed' },
    },
    servers: [{ url: '/' }],
    paths,
    components: { schemas },
  };
}
