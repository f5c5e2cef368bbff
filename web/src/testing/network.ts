import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import api from '../../openapi.json';

/** What a test's house was asked over the network. */
export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
  /** What its body says that it is. */
  type: string | null;
  command: string | null;
}

type Answer = (asked: Asked) => unknown;

const doors = new Map<string, Answer>();

/** Everything that was asked so far, oldest first. */
export const asked: Asked[] = [];

/** What was asked at a door so far, oldest first. */
export function sent(method: string, path: string): Asked[] {
  return asked.filter((one) => one.method === method && one.path === path);
}

/** Lets the house answer a request, at once or later; the newest answer for a door counts. */
export function answers(method: string, path: string, answer: Answer) {
  doors.set(`${method} ${path}`, answer);
}

/** A refusal, as the server words it. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly type = '',
    readonly values: Record<string, unknown> = {},
  ) {}
}

/** Begins anew: nothing was asked or said, the browser remembers nothing. */
export function empty() {
  localStorage.clear();
  sessionStorage.clear();
  globalThis.indexedDB = new IDBFactory();
  doors.clear();
  asked.length = 0;
  // Every document shows what was said about it.
  answers('GET', '/api/remarks', ({ query }) => ({
    document: query.get('document'),
    comments: [],
    files: [],
    papers: [],
  }));
}

function problem(of: Refusal) {
  return { ...of.values, detail: of.detail, type: `urn:reliquum:problem:${of.type}` };
}

class Here extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(
      typeof input === 'string' && input.startsWith('/') ? `http://house${input}` : input,
      init,
    );
  }
}

/** JSON as what it says; any other text, such as a file, as it is. */
function content(text: string): unknown {
  try {
    return text ? JSON.parse(text) : undefined;
  } catch {
    return text;
  }
}

interface Operation {
  parameters?: { in: string; name: string }[];
}

const operations = Object.entries(api.paths as Record<string, Record<string, Operation>>).map(
  ([path, methods]) => ({
    pattern: new RegExp(`^${path.replace(/\{[^}]+\}/g, '[^/]+')}$`),
    literal: !path.includes('{'),
    methods,
  }),
);

/** A parameter that the house does not have: it refuses what it would have to pass over. */
function unknown({ method, path, query }: Asked): Refusal | undefined {
  const found = operations
    .filter((one) => one.pattern.test(path))
    .sort((one, other) => Number(other.literal) - Number(one.literal))[0];
  const known = found?.methods[method.toLowerCase()]?.parameters;
  const names = (known ?? []).filter((one) => one.in === 'query').map((one) => one.name);
  const wrong = [...query.keys()].find((name) => found && !names.includes(name));
  return wrong === undefined
    ? undefined
    : new Refusal(400, `${method} ${path} takes no parameter ${wrong}.`, 'invalid');
}

async function reach(request: Request): Promise<Response> {
  const url = new URL(request.url);
  const text = await request.text();
  const one: Asked = {
    method: request.method,
    path: url.pathname,
    query: url.searchParams,
    body: content(text),
    type: request.headers.get('Content-Type'),
    command: request.headers.get('Idempotency-Key'),
  };
  asked.push(one);
  const door = doors.get(`${one.method} ${one.path}`);
  const found =
    unknown(one) ??
    (door ? await door(one) : new Refusal(404, `No ${one.method} ${one.path} in this test.`));
  const refused = found instanceof Refusal;
  return new Response(JSON.stringify(refused ? problem(found) : found), {
    status: refused ? found.status : 200,
    headers: { 'Content-Type': 'application/json' },
  });
}

globalThis.indexedDB = new IDBFactory();
globalThis.Request = Here;
globalThis.fetch = ((request: Request) => reach(request)) as typeof fetch;
