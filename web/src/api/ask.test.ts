// @vitest-environment jsdom
import { answers, asked, empty } from '../testing/house';
import { beforeEach, expect, it } from 'vitest';
import { get, post, put, question, remove } from './ask';
import { commandId, Problem } from './client';

beforeEach(empty);

it('puts what names a path into the path, and the rest behind it', async () => {
  answers('GET', '/api/counts/7/slips', () => ({ total: 0, offset: 0, rows: [] }));
  await get('/api/counts/{id}/slips', { id: 7, filter: 'DONE', limit: 5 });
  expect(asked[0]?.path).toBe('/api/counts/7/slips');
  expect(asked[0]?.query.toString()).toBe('filter=DONE&limit=5');
});

it('says several values of one name one after the other, and leaves out what is not said', async () => {
  answers('GET', '/api/requisitions', () => ({ total: 0, offset: 0, rows: [] }));
  await get('/api/requisitions', { where: ['STATE:IS:ORDERED', 'SITE:IS:1'], q: undefined });
  expect(asked[0]?.query.toString()).toBe('where=STATE%3AIS%3AORDERED&where=SITE%3AIS%3A1');
});

it('makes one key of the same question, that begins with what it is about', () => {
  expect(question('/api/transfers/{id}', { id: 3 }).queryKey).toEqual([
    'transfers',
    '/api/transfers/{id}',
    { id: 3 },
  ]);
  expect(question('/api/sites').queryKey).toEqual(['sites', '/api/sites', {}]);
  // A posting changes what is reserved, and what a programme counts is a count.
  expect(question('/api/reservations', { item: 1 }).queryKey[0]).toBe('on-hand');
  expect(question('/api/count-programme', { site: 1 }).queryKey[0]).toBe('counts');
});

it('sends a command under its id, with a body where there is one', async () => {
  answers('POST', '/api/counts/7/drop', () => ({}));
  answers('POST', '/api/counts/7/review', () => ({}));
  answers('DELETE', '/api/removal/rules/4', () => ({}));
  const command = commandId();
  await post('/api/counts/{id}/drop', { id: 7 })(command, { reason: 'Twice' });
  await post('/api/counts/{id}/review', { id: 7 })(command);
  await remove('/api/removal/rules/{id}', { id: 4 })(command);
  expect(asked.map((one) => [one.method, one.path, one.body])).toEqual([
    ['POST', '/api/counts/7/drop', { reason: 'Twice' }],
    ['POST', '/api/counts/7/review', undefined],
    ['DELETE', '/api/removal/rules/4', undefined],
  ]);
  expect(new Set(asked.map((one) => one.command))).toEqual(
    new Set([command.params.header['Idempotency-Key']]),
  );
});

it('sends a file just as it is, as what it is', async () => {
  answers('PUT', '/api/house/logo', () => ({}));
  answers('POST', '/api/inbound/file', () => ({}));
  await put('/api/house/logo')(commandId(), new Blob(['png'], { type: 'image/png' }));
  await post('/api/inbound/file', { trial: true })(commandId(), new Blob(['number;supplier']));
  expect(asked.map((one) => one.type)).toEqual(['image/png', 'application/octet-stream']);
  expect(asked[1]?.query.get('trial')).toBe('true');
});

it('throws what the house has against it', async () => {
  const refused = await get('/api/transfers/{id}', { id: 99 }).catch((fault: unknown) => fault);
  expect(refused).toBeInstanceOf(Problem);
  expect((refused as Problem).status).toBe(404);
});
