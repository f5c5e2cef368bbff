// @vitest-environment jsdom
import { expect, it } from 'vitest';
import { commandId, Problem, read } from './client';

function answer(status: number, body: unknown) {
  return Promise.resolve({
    data: status < 400 ? body : undefined,
    error: status < 400 ? undefined : body,
    response: new Response(null, { status }),
  });
}

it('gives the data of an answer', async () => {
  expect(await read(answer(200, { total: 3 }))).toEqual({ total: 3 });
});

it('throws a problem with its type, sentence, values and field', async () => {
  const problem = await read(
    answer(422, {
      type: 'urn:reliquum:problem:not-enough',
      detail: 'Bin QA-03-B holds 4, you asked for 6.',
      held: '4',
      field: 'quantity',
    }),
  ).catch((thrown: unknown) => thrown as Problem);
  expect(problem).toBeInstanceOf(Problem);
  const thrown = problem as Problem;
  expect(thrown.type).toBe('not-enough');
  expect(thrown.message).toBe('Bin QA-03-B holds 4, you asked for 6.');
  expect(thrown.values.held).toBe('4');
  expect(thrown.field).toBe('quantity');
  expect(thrown.status).toBe(422);
});

it('says so when the server does not answer', async () => {
  const problem = await read(Promise.reject<never>(new TypeError('failed'))).catch(
    (thrown: unknown) => thrown as Problem,
  );
  expect((problem as Problem).type).toBe('offline');
  expect((problem as Problem).status).toBe(0);
});

it('never words an error as nothing', async () => {
  const problem = await read(answer(502, 'Bad gateway')).catch(
    (thrown: unknown) => thrown as Problem,
  );
  expect((problem as Problem).message).toContain('502');
});

it('makes a new command id each time', () => {
  const one = commandId().params.header['Idempotency-Key'];
  expect(one).toMatch(/^[0-9a-f-]{36}$/);
  expect(commandId().params.header['Idempotency-Key']).not.toBe(one);
});
