import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { fieldRow } from '../../kit/fieldRow';
import { DateField } from '../../kit/DateField';
import { Choice, optionsById } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { date, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { decimal, wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { ItemField } from '../../kit/ItemField';

type Trial = Schemas['RemovalTrial'];
type Shown = Schemas['RemovalChoice'];

/** "If so many were asked for on a day": what would be taken of today's stock, and why. */
export function RemovalTrial({
  entry,
  replaces,
}: {
  entry?: Schemas['RemovalRuleEntry'];
  replaces?: number;
}) {
  const sites = useSites().data ?? [];
  const [item, setItem] = useState('');
  const [site, setSite] = useState('');
  const [amount, setAmount] = useState('45');
  const [needed, setNeeded] = useState('');
  const [life, setLife] = useState('');
  const [oneLot, setOneLot] = useState(false);
  const at = site || String(sites[0]?.id ?? '');
  const trial = useMutation({
    mutationFn: async () =>
      post('/api/removal/trial')(commandId(), {
        item: item.trim() || entry?.item || '',
        site: Number(at),
        quantity: decimal(amount),
        needed: needed || undefined,
        minimumLife: wholeOrNothing(life) ?? 0,
        oneLot,
        rule: entry,
        replaces,
      }),
  });
  return (
    <>
      <Box
        component="form"
        data-trial
        onSubmit={(event) => {
          event.preventDefault();
          trial.mutate();
        }}
        sx={{ ...fieldRow(3, 1), mt: 1 }}
      >
        <ItemField
          label={t('item.item')}
          value={item}
          placeholder={entry?.item ?? undefined}
          onChange={setItem}
          site={Number(at) || undefined}
        />
        <NumberField
          label={t('removal.ifAsked')}
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
        />
        <DateField
          label={t('removal.onDay')}
          value={needed}
          onChange={(event) => setNeeded(event.target.value)}
        />
        <Choice label={t('site')} value={at} onChange={setSite} options={optionsById(sites)} />
        <NumberField
          label={t('outbound.minimumLife')}
          value={life}
          onChange={(event) => setLife(event.target.value)}
        />
        <Box component="label" sx={{ alignSelf: 'center' }}>
          <input
            type="checkbox"
            checked={oneLot}
            onChange={(event) => setOneLot(event.target.checked)}
          />{' '}
          {t('outbound.oneLot')}
        </Box>
        <Button
          type="submit"
          variant="outlined"
          loading={trial.isPending}
          disabled={!item.trim() && !entry?.item}
        >
          {t('removal.show')}
        </Button>
      </Box>
      <ProblemNote problem={trial.error} />
      {trial.data && <Answer trial={trial.data} tried={!!entry} />}
    </>
  );
}

function Answer({ trial, tried }: { trial: Trial; tried: boolean }) {
  const missing = Number(trial.missing) > 0;
  return (
    <Box sx={{ mt: 1.5 }}>
      <Box sx={{ fontWeight: 700 }}>{trial.name}</Box>
      {tried && !trial.covered && <Box>{t('removal.notCovered')}</Box>}
      <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
        {trial.governing ?? t('removal.usual')}
      </Box>
      {missing && (
        <Box sx={{ color: 'error.main', fontWeight: 700 }}>
          {t('removal.missing', { amount: quantity(trial.missing), unit: trial.symbol })}
        </Box>
      )}
      {trial.split.length > 0 && (
        <Box sx={{ my: 0.5 }}>
          {t('removal.splitOffer', {
            lots: trial.split.map((one) => `${one.lot ?? ''} ${quantity(one.taken)}`).join(', '),
          })}
        </Box>
      )}
      {trial.choices.length === 0 && <Box>{t('removal.noStock')}</Box>}
      {trial.choices.map((one, i) => (
        <Candidate key={i} one={one} symbol={trial.symbol} />
      ))}
    </Box>
  );
}

function Candidate({ one, symbol }: { one: Shown; symbol: string }) {
  const taken = Number(one.taken) > 0;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '28px 96px 1fr 90px 90px',
        gap: 1,
        py: 0.5,
        borderTop: 1,
        borderColor: 'divider',
        color: taken ? 'text.primary' : 'text.secondary',
      }}
    >
      <Box sx={{ fontWeight: 700 }}>{one.rank > 0 ? one.rank : '–'}</Box>
      <Code strong>{one.place}</Code>
      <Box sx={{ minWidth: 0 }}>
        {one.lot && <Code>{one.lot}</Code>} {one.serial && <Code>{one.serial}</Code>}
        {one.expiry && ` ${t('expires')} ${date(one.expiry)}`}
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
          {one.rank > 0 && one.behind
            ? t(`removal.behind.${one.behind}`)
            : t(`removal.verdict.${one.verdict}`)}
          {one.rank > 0 && one.verdict === 'OTHER_LOT' && `; ${t('removal.verdict.OTHER_LOT')}`}
          {one.inDate && ` · ${t('removal.since', { day: date(one.inDate) })}`}
        </Box>
      </Box>
      <Box sx={{ textAlign: 'right' }}>{quantity(one.free)}</Box>
      <Box sx={{ textAlign: 'right', fontWeight: taken ? 700 : 400 }}>
        {taken ? `${quantity(one.taken)} ${symbol}` : '–'}
      </Box>
    </Box>
  );
}
