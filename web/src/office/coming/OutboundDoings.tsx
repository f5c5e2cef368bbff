import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Drop } from '../../kit/Drop';
import { ProblemNote } from '../../kit/ProblemNote';
import { whatCan } from '../../kit/whatCan';
import { useSave } from '../../kit/useSave';
import { ended } from './OutboundState';

type Card = Schemas['OutboundCard'];

const OLD = ['outbound', 'on-hand', 'transfers'];

/** What can be done with an order now: the next step first. */
export function OutboundDoings({ card, onEdit }: { card: Card; onEdit: () => void }) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState<'handOver' | 'close' | null>(null);
  const [words, setWords] = useState('');
  const done = () => {
    setAsking(null);
    setWords('');
  };
  const path = { id: card.id };
  const allocate = useSave(OLD, (command) =>
    read(api.POST('/api/outbound/{id}/allocation', { params: { ...command.params, path } })),
  );
  const release = useSave(OLD, (command) =>
    read(api.POST('/api/outbound/{id}/release', { params: { ...command.params, path } })),
  );
  const pick = useSave(OLD, (command) =>
    read(api.POST('/api/outbound/{id}/picking', { params: { ...command.params, path } })),
  );
  const callAway = useSave(OLD, (command) =>
    read(api.POST('/api/outbound/{id}/round/leaving', { params: { ...command.params, path } })),
  );
  const pack = useSave(OLD, (command) =>
    read(api.POST('/api/outbound/{id}/packing', { params: { ...command.params, path } })),
  );
  const handOver = useSave(
    OLD,
    (command, takenBy: string) =>
      read(
        api.POST('/api/outbound/{id}/hand-over', {
          params: { ...command.params, path },
          body: { takenBy },
        }),
      ),
    done,
  );
  const close = useSave(
    OLD,
    (command, reason: string) =>
      read(
        api.POST('/api/outbound/{id}/closing', {
          params: { ...command.params, path },
          body: { reason },
        }),
      ),
    done,
  );
  const reserved = card.kept.some((one) => !one.picked);
  const { can, look } = whatCan(card.can);
  const fault =
    allocate.error ??
    release.error ??
    pick.error ??
    callAway.error ??
    pack.error ??
    (asking ? undefined : (handOver.error ?? close.error));
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {can('ALLOCATE') && (
          <Button
            variant={look('ALLOCATE')}
            loading={allocate.isPending}
            onClick={() => allocate.mutate()}
          >
            {t('outbound.allocate')}
          </Button>
        )}
        {can('PICK_ALL') && (
          <Button variant={look('PICK_ALL')} loading={pick.isPending} onClick={() => pick.mutate()}>
            {t('outbound.pickAll')}
          </Button>
        )}
        {can('PACK_ALL') && (
          <Button variant={look('PACK_ALL')} loading={pack.isPending} onClick={() => pack.mutate()}>
            {t('outbound.packAll')}
          </Button>
        )}
        {can('SHIP') && (
          <Button variant={look('SHIP')} onClick={() => setAsking('handOver')}>
            {t('packing.handOver')}
          </Button>
        )}
        <Papers card={card} />
        {(['CHANGE', 'UNASSIGN_PICKER', 'REMOVE_RESERVATIONS', 'CLOSE'] as const).some(can) && (
          <Drop label={t('outbound.more')} variant="outlined">
            {(shut) => (
              <Box onClick={shut} sx={{ display: 'grid' }}>
                {can('CHANGE') && <Button onClick={onEdit}>{t('outbound.change')}</Button>}
                {can('UNASSIGN_PICKER') && (
                  <Button onClick={() => callAway.mutate()}>{t('outbound.callAway')}</Button>
                )}
                {can('REMOVE_RESERVATIONS') && (
                  <Button onClick={() => release.mutate()}>{t('outbound.release')}</Button>
                )}
                {can('CLOSE') && (
                  <Button onClick={() => setAsking('close')}>{t('outbound.close')}</Button>
                )}
              </Box>
            )}
          </Drop>
        )}
      </Box>
      <ProblemNote problem={fault} />
      {asking && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            (asking === 'close' ? close : handOver).mutate(words);
          }}
          sx={{ border: '2px dashed', p: 1.5, mt: 1, display: 'grid', gap: 1 }}
        >
          {asking === 'handOver' && reserved && <Box>{t('outbound.restFollows')}</Box>}
          <TextField
            label={t(asking === 'close' ? 'transfer.whyClose' : 'outbound.whoTakes')}
            value={words}
            onChange={(event) => setWords(event.target.value)}
            autoFocus
          />
          <ProblemNote problem={handOver.error ?? close.error} />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              type="submit"
              variant="contained"
              loading={handOver.isPending || close.isPending}
            >
              {t(asking === 'close' ? 'outbound.closeNow' : 'packing.handOver')}
            </Button>
            <Button onClick={done}>{t('transfer.notYet')}</Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}

/** Everything of an order that is printed or given to another system. */
function Papers({ card }: { card: Card }) {
  const { t } = useTranslation();
  const at = `/api/outbound/${card.id}`;
  const links: [string, string][] = [
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
  ].map(([to, word]) => [to, word]);
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
