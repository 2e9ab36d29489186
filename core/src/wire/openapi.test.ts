import SwaggerParser from '@apidevtools/swagger-parser';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROUTES, openApi } from './index.ts';

type Operation = {
  parameters?: { name: string; in: string }[];
  requestBody?: unknown;
  responses: Record<string, { content?: Record<string, { schema: unknown }> }>;
};
const operations = () => {
  const { paths } = openApi() as { paths: Record<string, Record<string, Operation>> };
  return Object.entries(paths).flatMap(([path, item]) =>
    Object.entries(item).map(([method, operation]) => ({
      name: `${method.toUpperCase()} ${path.replace('/api', '').replace('{id}', ':id')}`,
      operation,
    })),
  );
};

describe('docs/openapi.json', () => {
  it('is current (else: npm run schemas)', () => {
    const file = join(__dirname, '../../../docs/openapi.json');
    expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(openApi());
  });

  // OpenAPI Specification 3.1, by a validator that is not ours: it also follows every reference.
  it('is a valid OpenAPI 3.1 document', async () => {
    await expect(SwaggerParser.validate(structuredClone(openApi()) as never)).resolves.toMatchObject({
      openapi: '3.1.0',
    });
  });

  it('is refused by that validator where a reference leads nowhere', async () => {
    const broken = JSON.parse(
      JSON.stringify(openApi()).replace('schemas/TakeItem"', 'schemas/Nothing"'),
    ) as never;
    await expect(SwaggerParser.validate(broken)).rejects.toThrow(/Nothing/);
  });

  it('has every route of the table, each once, with its body, its query and its answer', () => {
    expect(
      operations()
        .map(({ name }) => name)
        .sort(),
    ).toEqual(Object.keys(ROUTES).sort());
    for (const { name, operation } of operations()) {
      const route = ROUTES[name as keyof typeof ROUTES];
      const queries = (operation.parameters ?? []).filter((parameter) => parameter.in === 'query');
      expect(queries.map((parameter) => parameter.name)).toEqual(
        'query' in route ? Object.keys(route.query.shape) : [],
      );
      expect(operation.requestBody !== undefined).toBe(
        ['body', 'sound', 'piece', 'takes'].some((kind) => kind in route),
      );
      expect(operation.responses['204'] === undefined).toBe(
        route.answer !== null || 'file' in route || 'sends' in route,
      );
    }
  });
});
