import type { TFunction } from 'i18next';
import { useTranslation } from 'react-i18next';
import { api, at, read, type Schemas } from '../../api/client';
import { Actions } from '../../kit/Actions';
import { Papers } from '../../kit/DocumentPanel';
import { ended } from './OutboundState';

type Card = Schemas['OutboundCard'];

/** What can be done with an order now: the next step first. */
export function OutboundActions({ card, onChange }: { card: Card; onChange: () => void }) {
  const { t } = useTranslation();
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
          send: (command) => read(api.POST('/api/outbound/{id}/allocation', at(command, path))),
        },
        {
          can: 'PICK_ALL',
          word: t('outbound.pickAll'),
          send: (command) => read(api.POST('/api/outbound/{id}/picking', at(command, path))),
        },
        {
          can: 'PACK_ALL',
          word: t('outbound.packAll'),
          send: (command) => read(api.POST('/api/outbound/{id}/packing', at(command, path))),
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
            read(
              api.POST('/api/outbound/{id}/hand-over', { ...at(command, path), body: { takenBy } }),
            ),
        },
        { can: 'CHANGE', word: t('outbound.change'), act: onChange, seldom: true },
        {
          can: 'UNASSIGN_PICKER',
          word: t('outbound.callAway'),
          seldom: true,
          send: (command) => read(api.POST('/api/outbound/{id}/round/leaving', at(command, path))),
        },
        {
          can: 'REMOVE_RESERVATIONS',
          word: t('outbound.release'),
          seldom: true,
          send: (command) => read(api.POST('/api/outbound/{id}/release', at(command, path))),
        },
        {
          can: 'CLOSE',
          word: t('outbound.close'),
          seldom: true,
          ask: { label: t('transfer.whyClose'), go: t('outbound.closeNow') },
          send: (command, reason) =>
            read(
              api.POST('/api/outbound/{id}/closing', { ...at(command, path), body: { reason } }),
            ),
        },
      ]}
    >
      <Papers links={papersOf(card, t)} />
    </Actions>
  );
}

/** Everything of an order that is printed or given to another system. */
function papersOf(card: Card, t: TFunction) {
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
