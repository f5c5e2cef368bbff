import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { api, commandId, Problem, read, type Schemas } from '../api/client';
import { sound } from '../kit/tones';
import { holdScan, takeHeldScans } from './heldScans';
import { saying } from './useSentence';

type Hit = Schemas['FloorHit'];
type Doing = NonNullable<Schemas['FloorFound']['action']>;

const DOORS: Partial<Record<Doing, string>> = {
  MOVE: '/floor/move',
  PUTAWAY: '/floor/put-away',
  RECEIVE: '/floor/receive',
  SEND: '/floor/send',
  ARRIVE: '/floor/arrive',
  COUNT: '/floor/count',
  ADJUST: '/floor/adjust',
  PICK: '/floor/pick',
  PACK: '/floor/pack',
};

/**
 * Where a scan leads that is said to no sentence: at rest, and on cards. One meaning opens its card
 * or the sentence that it begins; several are for a person to choose from.
 *
 * @param acts what an action label does here, instead of opening its sentence
 */
export function useOpening(site: number, acts: Partial<Record<Doing, () => void>> = {}) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const open = useOpen(site);
  const scan = useMutation({
    mutationFn: (text: string) => read(api.POST('/api/floor/scan', { body: { site, text } })),
  });
  // Until it is known where a scan leads, the next ones wait: they may be for the page it opens.
  const deciding = useRef(false);
  function hear(text: string) {
    if (!text.trim()) {
      return;
    }
    if (deciding.current) {
      holdScan(text);
      return;
    }
    deciding.current = true;
    open.reset();
    scan.mutate(text, {
      onSuccess: (found) => {
        sound(found.refusal ? 'bad' : 'good');
        const act = found.action ? acts[found.action] : undefined;
        const door = found.action ? DOORS[found.action] : undefined;
        if (act) {
          stay();
          act();
        } else if (door) {
          void navigate(door);
        } else if (found.hits.length === 1) {
          begin(found.hits[0]);
        } else {
          stay();
        }
      },
      onError: refused,
    });
  }
  function begin(hit: Hit) {
    deciding.current = true;
    open.mutate(hit, {
      onSuccess: (path) => {
        void navigate(path);
        // A card gives way to the next; the scans that came meanwhile are for a sentence's page.
        if (isCard(path)) {
          scan.reset();
          stay();
        }
      },
      onError: refused,
    });
  }
  function refused() {
    sound('bad');
    stay();
  }
  function stay() {
    deciding.current = false;
    takeHeldScans().forEach(hear);
  }
  const nothingToDo =
    scan.data?.action && !DOORS[scan.data.action] && !acts[scan.data.action]
      ? t('floor.nothingToDo')
      : undefined;
  return {
    hear,
    begin,
    /** What it may be, if it may be several things. */
    hits: (scan.data?.hits.length ?? 0) > 1 ? (scan.data?.hits ?? []) : [],
    refusal:
      scan.data?.refusal?.sentence ??
      nothingToDo ??
      (scan.error instanceof Problem ? scan.error.message : undefined) ??
      (open.error instanceof Problem ? open.error.message : undefined),
  };
}

function isCard(path: string): boolean {
  return path.startsWith('/floor/item/') || path.startsWith('/floor/bin/');
}

/** Opens what was scanned: a card, or the sentence that it begins. */
function useOpen(site: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (hit: Hit) => {
      if (hit.kind === 'ORDER') {
        const view = await read(
          api.POST('/api/floor/receive/order', { ...commandId(), body: { site, order: hit.id } }),
        );
        queries.setQueryData(['floor-receive', site], view);
        return '/floor/receive';
      }
      if (hit.kind === 'TRANSFER') {
        const view = await read(
          api.POST('/api/floor/transfer', {
            ...commandId(),
            body: { site, transfer: hit.id },
          }),
        );
        queries.setQueryData(['floor-move', site, view.verb], view);
        return view.verb === 'SEND' ? '/floor/send' : '/floor/arrive';
      }
      if (hit.kind === 'COUNT') {
        const view = await read(
          api.POST('/api/floor/count/choose', {
            ...commandId(),
            body: { site, count: hit.id },
          }),
        );
        queries.setQueryData(['floor-count', site], view);
        return '/floor/count';
      }
      if (hit.kind === 'LOAD') {
        const verb = 'PUT_AWAY' as const;
        const view = await read(
          api.POST('/api/floor/move/say', {
            ...commandId(),
            body: { site, verb, saying: saying({ kind: 'LOAD', load: hit.id }), afresh: true },
          }),
        );
        queries.setQueryData(['floor-move', site, verb], view);
        return '/floor/put-away';
      }
      if (hit.kind === 'LEAVING') {
        const order = await read(
          api.GET('/api/outbound/{id}', { params: { path: { id: hit.id } } }),
        );
        if (order.kept.some((one) => !one.picked)) {
          const view = await read(
            api.POST('/api/floor/pick/round', {
              ...commandId(),
              body: { site, orders: [{ order: hit.id }] },
            }),
          );
          queries.setQueryData(['floor-pick', site, 'PICK'], view);
          return '/floor/pick';
        }
        const view = await read(
          api.POST('/api/floor/pick/order', { ...commandId(), body: { site, order: hit.id } }),
        );
        queries.setQueryData(['floor-pick', site, 'PACK'], view);
        return '/floor/pack';
      }
      if (hit.kind === 'LOAN') {
        return `/floor/loan/${hit.id}`;
      }
      return hit.kind === 'BIN' ? `/floor/bin/${hit.id}` : `/floor/item/${hit.itemId}`;
    },
  });
}
