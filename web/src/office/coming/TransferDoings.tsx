import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { Drop } from '../../kit/Drop';
import { quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { whatCan } from '../../kit/whatCan';
import { useSave } from '../../kit/useSave';
import { minus } from '../../kit/numbers';

type Card = Schemas['TransferCard'];

const OLD = ['transfers', 'on-hand', 'waiting'];
const ENDINGS = ['LOST', 'SPOILT', 'BACK'] as const;

/** What can be done with a transfer now: the next step first. */
export function TransferDoings({ card, onEdit }: { card: Card; onEdit: () => void }) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState<'send' | 'end' | 'close' | null>(null);
  const done = () => setAsking(null);
  const path = { id: card.id };
  const release = useSave(OLD, (command) =>
    read(api.POST('/api/transfers/{id}/release', { params: { ...command.params, path } })),
  );
  const holdBack = useSave(OLD, (command) =>
    read(api.POST('/api/transfers/{id}/holding-back', { params: { ...command.params, path } })),
  );
  const pickAll = useSave(OLD, (command) =>
    read(api.POST('/api/transfers/{id}/picking', { params: { ...command.params, path } })),
  );
  const send = useSave(
    OLD,
    (command, rest: Schemas['SendingEntry']['rest']) =>
      read(
        api.POST('/api/transfers/{id}/sending', {
          params: { ...command.params, path },
          body: { rest },
        }),
      ),
    done,
  );
  const arrive = useSave(OLD, (command) =>
    read(
      api.POST('/api/transfers/{id}/arrivals', {
        params: { ...command.params, path },
        body: { lines: [] },
      }),
    ),
  );
  const { can, look } = whatCan(card.can);
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {can('MAKE_READY') && (
          <Button
            variant={look('MAKE_READY')}
            loading={release.isPending}
            onClick={() => release.mutate()}
          >
            {t('transfer.release')}
          </Button>
        )}
        {can('PICK_ALL') && (
          <Button
            variant={look('PICK_ALL')}
            loading={pickAll.isPending}
            onClick={() => pickAll.mutate()}
          >
            {t('transfer.pickAll')}
          </Button>
        )}
        {can('SHIP') && (
          <Button variant={look('SHIP')} onClick={() => setAsking('send')}>
            {t('transfer.send')}
          </Button>
        )}
        {can('RECEIVE_ALL') && (
          <Button
            variant={look('RECEIVE_ALL')}
            loading={arrive.isPending}
            onClick={() => arrive.mutate()}
          >
            {t('transfer.arriveAll')}
          </Button>
        )}
        {can('CLOSE_AS_LOST') && (
          <Button variant="outlined" onClick={() => setAsking('end')}>
            {t('transfer.end')}
          </Button>
        )}
        {can('RESERVE_REST') && (
          <Button variant="outlined" loading={release.isPending} onClick={() => release.mutate()}>
            {t('transfer.reserveRest')}
          </Button>
        )}
        {can('CHANGE') && (
          <Button variant="outlined" onClick={onEdit}>
            {t('transfer.edit')}
          </Button>
        )}
        {can('BACK_TO_PLANNED') && (
          <Button variant="outlined" onClick={() => holdBack.mutate()}>
            {t('transfer.holdBack')}
          </Button>
        )}
        {can('CLOSE') && (
          <Button variant="outlined" onClick={() => setAsking('close')}>
            {t(can('CHANGE') ? 'transfer.callOff' : 'transfer.close')}
          </Button>
        )}
        <Papers card={card} />
      </Box>
      {asking === 'send' && (
        <SendAsk
          card={card}
          busy={send.isPending}
          onSend={(rest) => send.mutate(rest)}
          onCancel={done}
        />
      )}
      {asking === 'end' && <EndAsk card={card} onDone={done} />}
      {asking === 'close' && <CloseAsk card={card} onDone={done} />}
      <ProblemNote
        problem={release.error ?? holdBack.error ?? pickAll.error ?? send.error ?? arrive.error}
      />
    </Box>
  );
}

/** What is asked for and not picked is told before it is sent, once. */
function SendAsk({
  card,
  busy,
  onSend,
  onCancel,
}: {
  card: Card;
  busy: boolean;
  onSend: (rest: 'FOLLOWS' | 'STAYS') => void;
  onCancel: () => void;
}) {
  const { t } = useTranslation();
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
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button variant="contained" loading={busy} onClick={() => onSend('FOLLOWS')}>
          {t(missing.length === 0 ? 'transfer.send' : 'transfer.follows')}
        </Button>
        {missing.length > 0 && (
          <Button variant="outlined" onClick={() => onSend('STAYS')}>
            {t('transfer.stays')}
          </Button>
        )}
        <Button onClick={onCancel}>{t('transfer.notYet')}</Button>
      </Box>
    </Box>
  );
}

function EndAsk({ card, onDone }: { card: Card; onDone: () => void }) {
  const { t } = useTranslation();
  const [ending, setEnding] = useState<(typeof ENDINGS)[number]>('LOST');
  const [reason, setReason] = useState('');
  const end = useSave(
    OLD,
    (command, body: Schemas['EndingEntry']) =>
      read(
        api.POST('/api/transfers/{id}/endings', {
          params: { ...command.params, path: { id: card.id } },
          body,
        }),
      ),
    onDone,
  );
  const ours = card.fromId !== 0;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        end.mutate({ ending, reason });
      }}
      sx={{ border: '2px dashed', p: 1.5, mt: 1, display: 'grid', gap: 1 }}
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
        options={ENDINGS.filter((one) => ours || one !== 'BACK').map(
          (one) => [one, t(`transfer.ending.${one}`)] as const,
        )}
      />
      <TextField
        label={t('transfer.endWhy')}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        autoFocus
      />
      <ProblemNote problem={end.error} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" loading={end.isPending}>
          {t(ending === 'BACK' ? 'transfer.backNow' : 'transfer.endNow')}
        </Button>
        <Button onClick={onDone}>{t('transfer.notYet')}</Button>
      </Box>
    </Box>
  );
}

function CloseAsk({ card, onDone }: { card: Card; onDone: () => void }) {
  const { t } = useTranslation();
  const [reason, setReason] = useState('');
  const close = useSave(
    OLD,
    (command, why: string) =>
      read(
        api.POST('/api/transfers/{id}/closing', {
          params: { ...command.params, path: { id: card.id } },
          body: { reason: why },
        }),
      ),
    onDone,
  );
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        close.mutate(reason);
      }}
      sx={{ display: 'grid', gap: 1, mt: 1 }}
    >
      <TextField
        label={t('transfer.whyClose')}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        autoFocus
      />
      <ProblemNote problem={close.error} />
      <Button type="submit" variant="contained" loading={close.isPending}>
        {t('transfer.closeNow')}
      </Button>
    </Box>
  );
}

/** Everything of a transfer that is printed or given to another system. */
function Papers({ card }: { card: Card }) {
  const { t } = useTranslation();
  const at = `/api/transfers/${card.id}`;
  const sent = card.shipments.length > 0;
  const paper = (kind: string, shipment?: number) =>
    `${at}/papers/${kind}${shipment ? `?shipment=${shipment}` : ''}`;
  const links: [string, string][] = [
    ...(card.fromId !== 0 && card.state !== 'CLOSED'
      ? [[paper('PICK'), t('transfer.PICK')] as [string, string]]
      : []),
    ...card.shipments.flatMap((one): [string, string][] => {
      const many = card.shipments.length > 1 ? ` ${one.shipment}` : '';
      return [
        [paper('DISPATCH', one.shipment), t('transfer.DISPATCH') + many],
        ...(card.fromId !== 0
          ? [[`${at}/advices/${one.shipment}`, t('transfer.advice') + many] as [string, string]]
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
        ] as [string, string][])
      : []),
  ];
  return (
    <Drop label={t('transfer.papers')} variant="outlined">
      {(close) => (
        <>
          {links.map(([to, word]) => (
            <Button
              key={to}
              component="a"
              href={to}
              target="_blank"
              rel="noreferrer"
              onClick={close}
            >
              {word}
            </Button>
          ))}
        </>
      )}
    </Drop>
  );
}
