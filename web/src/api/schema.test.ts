import { readFileSync } from 'node:fs';
import openapiTS, { astToString } from 'openapi-typescript';
import { format, resolveConfig } from 'prettier';
import { expect, it } from 'vitest';

it('has the types of the kept document: otherwise run ./reliquum api', async () => {
  const document = new URL('../../openapi.json', import.meta.url);
  const target = new URL('./schema.d.ts', import.meta.url).pathname;
  const made = astToString(await openapiTS(document));
  const config = await resolveConfig(target);
  const kept = readFileSync(target, 'utf8').replace(/^\/\*\*[\s\S]*?\*\/\n\n?/, '');
  expect(await format(made, { ...config, parser: 'typescript' })).toBe(kept);
}, 30_000);
