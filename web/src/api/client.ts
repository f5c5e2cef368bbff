import createClient, { type Middleware } from 'openapi-fetch';
import { device } from '../app/device';
import { t } from '../app/words';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** What the server says when something can't be done as asked. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    sentence: string,
    readonly values: Record<string, unknown>,
  ) {
    super(sentence);
  }

  /** The field of a form that it is about, if it is about one. */
  get field(): string | undefined {
    return typeof this.values.field === 'string' ? this.values.field : undefined;
  }
}

function cookie(name: string): string | undefined {
  return document.cookie
    .split('; ')
    .find((one) => one.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

const headers: Middleware = {
  onRequest({ request }) {
    // The server says what is wrong in the language of the screens, whatever the browser prefers.
    request.headers.set('Accept-Language', document.documentElement.lang || 'en');
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN') ?? '');
      request.headers.set('X-Device', device());
      if (!request.headers.get('Idempotency-Key')) {
        request.headers.set('Idempotency-Key', crypto.randomUUID());
      }
    }
    return request;
  },
};

/** Tells `signed-out` of every answer that asks to sign in first, to a read as to a write. */
export const session = new EventTarget();

const watching: Middleware = {
  onResponse({ request, response }) {
    // Who is signed in is asked there, and signing in itself may fail.
    if (response.status === 401 && !new URL(request.url).pathname.startsWith('/api/session')) {
      session.dispatchEvent(new Event('signed-out'));
    }
    return undefined;
  },
};

export const api = createClient<paths>({ baseUrl: '/' });
api.use(headers);
api.use(watching);

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer; a problem is thrown. */
export async function read<T>(answer: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await answer;
  } catch {
    throw new Problem(0, 'offline', t('serverAway'), {});
  }
  if (got.response.ok) {
    return got.data as T;
  }
  const detail = (got.error ?? {}) as Record<string, unknown>;
  const type = String(detail.type ?? '').replace('urn:reliquum:problem:', '');
  throw new Problem(
    got.response.status,
    type,
    String(detail.detail ?? detail.title ?? t('serverAnswered', { status: got.response.status })),
    detail,
  );
}

/** An id for a writing request. A repeat of the same request must carry the same one. */
export function commandId() {
  return { params: { header: { 'Idempotency-Key': crypto.randomUUID() } } };
}

export type Command = ReturnType<typeof commandId>;
