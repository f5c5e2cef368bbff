import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Actions } from '../../kit/Actions';
import { AskWhy } from '../../kit/AskWhy';
import { Choice, optionsOf } from '../../kit/Choice';
import { Papers } from '../../kit/DocumentPanel';
import { quantity } from '../../kit/format';
import { minus } from '../../kit/sums';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSave } from '../../kit/useSave';

type Card = Schemas['TransferCard'];

const OLD = ['transfers', 'on-hand', 'waiting'];
const ENDINGS = ['LOST', 'SPOILT', 'BACK'] as const;

/** What can be done with a transfer now: the next step first. */
export function TransferActions({ card, onChange }: { card: Card; onChange: () => void }) {
  const path = { id: card.id };
  return (
    <Actions
      can={card.can}
      old={OLD}
      of={[
        {
          can: 'MAKE_READY',
          word: t('transfer.release'),
          send: post('/api/transfers/{id}/release', path),
        },
        {
          can: 'PICK_ALL',
          word: t('transfer.pickAll'),
          send: post('/api/transfers/{id}/picking', path),
        },
        {
          can: 'SHIP',
          word: t('transfer.send'),
          form: (leave) => <SendAsk card={card} onLeave={leave} />,
        },
        {
          can: 'RECEIVE_ALL',
          word: t('transfer.arriveAll'),
          send: (command) => post('/api/transfers/{id}/arrivals', path)(command, { lines: [] }),
        },
        {
          can: 'CLOSE_AS_LOST',
          word: t('transfer.end'),
          form: (leave) => <EndAsk card={card} onLeave={leave} />,
        },
        {
          can: 'RESERVE_REST',
          word: t('transfer.reserveRest'),
          send: post('/api/transfers/{id}/release', path),
        },
        { can: 'CHANGE', word: t('transfer.edit'), act: onChange },
        {
          can: 'BACK_TO_PLANNED',
          word: t('transfer.holdBack'),
          send: post('/api/transfers/{id}/holding-back', path),
        },
        {
          can: 'CLOSE',
          word: t(card.can.includes('CHANGE') ? 'transfer.callOff' : 'transfer.close'),
          ask: { label: t('transfer.whyClose'), go: t('transfer.closeNow') },
          send: (command, reason) => post('/api/transfers/{id}/closing', path)(command, { reason }),
        },
      ]}
    >
      <Papers links={papersOf(card)} />
    </Actions>
  );
}

/** What is asked for and not picked is told before it is sent, once. */
function SendAsk({ card, onLeave }: { card: Card; onLeave: () => void }) {
  const send = useSave(
    OLD,
    (command, rest: Schemas['SendingEntry']['rest']) =>
      post('/api/transfers/{id}/sending', { id: card.id })(command, { rest }),
    onLeave,
  );
  const missing = card.lines.filter((line) => Number(line.toSend) > Number(line.picked));
  return (
    <Box sx={{ border: '2px dashed', p: 1.5, mt: 1 }}>
      {missing.length === 0 ? (
        <Box>{t('transfer.complete')}</Box>
      ) : (
        <>
          <Box>{t('transfer.askSend')}</Box>
          {missing.map((line) => (
            <Box key={line.line}>
              <b>
                {quantity(minus(line.toSend, line.picked))} {line.symbol}
              </b>{' '}
              {line.name}
            </Box>
          ))}
        </>
      )}
      <ProblemNote problem={send.error} />
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button variant="contained" loading={send.isPending} onClick={() => send.mutate('FOLLOWS')}>
          {t(missing.length === 0 ? 'transfer.send' : 'transfer.follows')}
        </Button>
        {missing.length > 0 && (
          <Button variant="outlined" onClick={() => send.mutate('STAYS')}>
            {t('transfer.stays')}
          </Button>
        )}
        <Button onClick={onLeave}>{t('transfer.notYet')}</Button>
      </Box>
    </Box>
  );
}

/** How goods that are still on the road end: lost, spoilt, or back where they came from. */
function EndAsk({ card, onLeave }: { card: Card; onLeave: () => void }) {
  const [ending, setEnding] = useState<(typeof ENDINGS)[number]>('LOST');
  const end = useSave(
    OLD,
    (command, reason: string) =>
      post('/api/transfers/{id}/endings', { id: card.id })(command, { ending, reason }),
    onLeave,
  );
  const ours = card.fromId !== 0;
  return (
    <AskWhy
      label={t('transfer.endWhy')}
      go={t(`transfer.endNow.${ending}`)}
      busy={end.isPending}
      problem={end.error}
      onGo={(reason) => end.mutate(reason)}
      onLeave={onLeave}
    >
      <Box>
        {card.lines
          .filter((line) => Number(line.inTransit) > 0)
          .map((line) => `${quantity(line.inTransit)} ${line.symbol} ${line.name}`)
          .join(', ')}
      </Box>
      <Choice
        label={t('transfer.endHow')}
        value={ending}
        onChange={setEnding}
        options={optionsOf(
          ENDINGS.filter((one) => ours || one !== 'BACK'),
          (one) => t(`transfer.ending.${one}`),
        )}
      />
    </AskWhy>
  );
}

/** Everything of a transfer that is printed or given to another system. */
function papersOf(card: Card) {
  const at = `/api/transfers/${card.id}`;
  const sent = card.shipments.length > 0;
  const paper = (kind: string, shipment?: number) =>
    `${at}/papers/${kind}${shipment ? `?shipment=${shipment}` : ''}`;
  return [
    ...(card.fromId !== 0 && card.state !== 'CLOSED'
      ? [[paper('PICK'), t('transfer.PICK')] as const]
      : []),
    ...card.shipments.flatMap((one): (readonly [string, string])[] => {
      const many = card.shipments.length > 1 ? ` ${one.shipment}` : '';
      return [
        [paper('DISPATCH', one.shipment), t('transfer.DISPATCH') + many],
        ...(card.fromId !== 0
          ? [[`${at}/advices/${one.shipment}`, t('transfer.advice') + many] as const]
          : []),
      ];
    }),
    ...(sent
      ? ([
          [paper('RECEIPT'), t('transfer.RECEIPT')],
          [
            `/api/export/transfer-journal?format=CSV&document=${encodeURIComponent(card.number)}`,
            t('transfer.journal'),
          ],
        ] as const)
      : []),
  ];
}
