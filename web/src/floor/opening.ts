import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { get, post } from '../api/ask';
import { commandId, Problem, type Schemas } from '../api/client';
import { putAnswer } from '../api/putAnswer';
import { sound } from '../kit/tones';
import { holdScan, takeHeldScans } from './heldScans';
import { beginWith, sentenceDesk, type Verb, type View } from './desks';
import { DOORS } from './doors';
import { teller } from './told';
import { saying } from './useSentence';

type Hit = Schemas['FloorHit'];
type Action = NonNullable<Schemas['FloorFound']['action']>;

/**
 * Where a scan leads that is said to no sentence: at rest, and on cards. One meaning opens its card
 * or the sentence that it begins; several are for a person to choose from.
 *
 * @param acts what an action label does here, instead of opening its sentence
 */
export function useOpening(site: number, acts: Partial<Record<Action, () => void>> = {}) {
  const navigate = useNavigate();
  const open = useOpen(site);
  const told = teller();
  const scan = useMutation({
    mutationFn: (text: string) => post('/api/floor/scan')(commandId(), { site, text }),
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
        const door = found.action ? doorOf(found.action) : undefined;
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
    scan.data?.action && !doorOf(scan.data.action) && !acts[scan.data.action]
      ? t('floor.nothingToDo')
      : undefined;
  return {
    hear,
    begin,
    /** What it may be, if it may be several things. */
    hits: (scan.data?.hits.length ?? 0) > 1 ? (scan.data?.hits ?? []) : [],
    refusal:
      (scan.data?.refusal ? told.refusal(scan.data.refusal) : undefined) ??
      nothingToDo ??
      (scan.error instanceof Problem ? scan.error.message : undefined) ??
      (open.error instanceof Problem ? open.error.message : undefined),
  };
}

function isCard(path: string): boolean {
  return path.startsWith('/floor/item/') || path.startsWith('/floor/bin/');
}

/** The page of the verb that an action label begins, if it begins one. */
function doorOf(action: Action): string | undefined {
  const verb = action === 'PUTAWAY' ? 'PUT_AWAY' : action;
  return verb in DOORS ? DOORS[verb as Verb] : undefined;
}

/** Opens what was scanned: a card, or the sentence that it begins. */
function useOpen(site: number) {
  const queries = useQueryClient();
  const shown = (view: View) => {
    putAnswer(queries, sentenceDesk(site, view.verb).key, view);
    return DOORS[view.verb];
  };
  const take = (verb: Verb, document: number) =>
    post('/api/floor/{verb}/document', { verb })(commandId(), { site, document });
  return useMutation({
    mutationFn: async (hit: Hit) => {
      switch (hit.kind) {
        case 'ORDER':
          return shown(await take('RECEIVE', hit.id));
        case 'TRANSFER':
          return shown(await post('/api/floor/transfer')(commandId(), { site, transfer: hit.id }));
        case 'COUNT':
          return shown(await take('COUNT', hit.id));
        case 'LOAD':
          return shown(await beginWith(site, 'PUT_AWAY', saying({ kind: 'LOAD', load: hit.id })));
        case 'LEAVING': {
          const order = await get('/api/outbound/{id}', { id: hit.id });
          const toPick = order.kept.some((one) => !one.picked);
          return shown(await take(toPick ? 'PICK' : 'PACK', hit.id));
        }
        case 'LOAN':
          return `/floor/loan/${hit.id}`;
        case 'BIN':
          return `/floor/bin/${hit.id}`;
        default:
          return `/floor/item/${hit.itemId}`;
      }
    },
  });
}
