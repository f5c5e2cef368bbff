import { t } from '../../app/words';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Actions } from '../../kit/Actions';
import { Papers } from '../../kit/DocumentPanel';
import { ended } from './OutboundState';

type Card = Schemas['OutboundCard'];

/** What can be done with an order now: the next step first. */
export function OutboundActions({ card, onChange }: { card: Card; onChange: () => void }) {
  const path = { id: card.id };
  const reserved = card.kept.some((one) => !one.picked);
  return (
    <Actions
      can={card.can}
      old={['outbound', 'on-hand', 'transfers']}
      of={[
        {
          can: 'ALLOCATE',
          word: t('outbound.allocate'),
          send: post('/api/outbound/{id}/allocation', path),
        },
        {
          can: 'PICK_ALL',
          word: t('outbound.pickAll'),
          send: post('/api/outbound/{id}/picking', path),
        },
        {
          can: 'PACK_ALL',
          word: t('outbound.packAll'),
          send: post('/api/outbound/{id}/packing', path),
        },
        {
          can: 'SHIP',
          word: t('packing.handOver'),
          ask: {
            label: t('outbound.whoTakes'),
            go: t('packing.handOver'),
            note: reserved && t('outbound.restFollows'),
          },
          send: (command, takenBy) =>
            post('/api/outbound/{id}/hand-over', path)(command, { takenBy }),
        },
        { can: 'CHANGE', word: t('outbound.change'), act: onChange, seldom: true },
        {
          can: 'UNASSIGN_PICKER',
          word: t('outbound.callAway'),
          seldom: true,
          send: post('/api/outbound/{id}/round/leaving', path),
        },
        {
          can: 'REMOVE_RESERVATIONS',
          word: t('outbound.release'),
          seldom: true,
          send: post('/api/outbound/{id}/release', path),
        },
        {
          can: 'CLOSE',
          word: t('outbound.close'),
          seldom: true,
          ask: { label: t('transfer.whyClose'), go: t('outbound.closeNow') },
          send: (command, reason) => post('/api/outbound/{id}/closing', path)(command, { reason }),
        },
      ]}
    >
      <Papers links={papersOf(card)} />
    </Actions>
  );
}

/** Everything of an order that is printed or given to another system. */
function papersOf(card: Card) {
  const at = `/api/outbound/${card.id}`;
  return [
    ...(!ended(card.state) ? [[`${at}/papers/PICK`, t('transfer.PICK')] as const] : []),
    ...(card.parcels.length > 0 ? [[`${at}/papers/PACKING`, t('outbound.PACKING')] as const] : []),
    ...card.despatches.flatMap((one) => [
      [
        `${at}/papers/DISPATCH?despatch=${one.id}`,
        `${t('transfer.DISPATCH')} ${one.number}`,
      ] as const,
      ...(card.kind === 'CUSTOMER'
        ? [[`${at}/advices/${one.id}`, `${t('transfer.advice')} ${one.number}`] as const]
        : []),
    ]),
  ];
}
