import { queryOptions } from '@tanstack/react-query';
import { api, read, type Command } from './client';
import type { paths } from './schema';

type Method = 'get' | 'post' | 'put' | 'delete';
type PathWith<M extends Method> = {
  [P in keyof paths]: paths[P] extends Record<M, { responses: unknown }> ? P : never;
}[keyof paths];
type OperationAt<P extends keyof paths, M extends keyof paths[P]> = paths[P][M];

type Known<T> = [NonNullable<T>] extends [never] ? unknown : NonNullable<T>;
type Parameters<O> = O extends { parameters: { path?: infer Path; query?: infer Query } }
  ? Known<Path> & Known<Query>
  : unknown;
type Content<T> = T extends { content: infer C } ? C[keyof C] : undefined;
/** A file goes just as it is. */
type Sent<T> = T extends string ? Blob : T;
type Body<O> = O extends { requestBody: infer B }
  ? Sent<Content<B>>
  : O extends { requestBody?: infer B }
    ? [NonNullable<B>] extends [never]
      ? void
      : Sent<Content<NonNullable<B>>> | undefined
    : void;
type Answer<O> = O extends { responses: infer R }
  ? Content<R[keyof R & (200 | 201 | 202 | 204)]>
  : never;
/** What must be told with a path; nothing, where everything may be left out. */
type Told<O> = object extends Parameters<O> ? [told?: Parameters<O>] : [told: Parameters<O>];

/** Of what else a question is, where its path does not begin with it. */
const SUBJECTS: [path: string, subject: string][] = [
  ['/api/count-programme', 'counts'],
  ['/api/put-away/rules', 'put-away-rules'],
  ['/api/own-requisitions', 'requisitions'],
  ['/api/replenishment/refills', 'refills'],
  ['/api/requisition-lines', 'requisitions'],
  ['/api/reservations', 'on-hand'],
  ['/api/sites/{id}/binning', 'binning'],
];

/** The thing that a path asks about: what makes the answer old, by the first word of its key. */
function subjectOf(path: string): string {
  return SUBJECTS.find(([of]) => path.startsWith(of))?.[1] ?? path.split('/')[2]!;
}

/** Parts of a path are told beside what is asked about it; here they part. */
function params(path: string, told: object = {}) {
  const inPath = Object.entries(told).filter(([name]) => path.includes(`{${name}}`));
  const inQuery = Object.entries(told).filter(([name]) => !path.includes(`{${name}}`));
  return { path: Object.fromEntries(inPath), query: Object.fromEntries(inQuery) };
}

type Call = (path: string, init: object) => Promise<{ data?: unknown; response: Response }>;

/** Asks the house once. */
export function get<P extends PathWith<'get'>>(
  path: P,
  ...[told]: Told<OperationAt<P, 'get'>>
): Promise<Answer<OperationAt<P, 'get'>>> {
  return read((api.GET as Call)(path, { params: params(path, told as object) })) as never;
}

/**
 * A question to the house. The same path with the same values is the same question, wherever it
 * is asked; it is old when its subject has changed.
 */
export function question<P extends PathWith<'get'>>(path: P, ...told: Told<OperationAt<P, 'get'>>) {
  return queryOptions({
    queryKey: [subjectOf(path), path, told[0] ?? {}],
    queryFn: () => get(path, ...told),
  });
}

type Sending<O> = Body<O> extends void ? [Command] : [Command, body: Body<O>];

function asFile(body: unknown) {
  return (
    body instanceof Blob && {
      bodySerializer: () => body,
      headers: { 'Content-Type': body.type || 'application/octet-stream' },
    }
  );
}

function command<M extends 'post' | 'put' | 'delete'>(call: unknown) {
  return <P extends PathWith<M>>(path: P, ...[told]: Told<OperationAt<P, M>>) =>
    (
      ...[{ params: sent }, body]: Sending<OperationAt<P, M>>
    ): Promise<Answer<OperationAt<P, M>>> => {
      const init = { params: { ...sent, ...params(path, told as object) }, body };
      return read((call as Call)(path, { ...init, ...asFile(body) })) as never;
    };
}

/** What a form sends to a path: it takes the command's id and, where there is one, the body. */
export const post = command<'post'>(api.POST);
export const put = command<'put'>(api.PUT);
export const remove = command<'delete'>(api.DELETE);
