import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { post, put } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { AskWhy } from '../../kit/AskWhy';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { everyOf } from '../../kit/everyOf';
import { Form } from '../../kit/Form';
import { date } from '../../kit/format';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { ReferenceField } from '../../kit/ReferenceField';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { OLD, proposed } from './lowParts';

type Proposal = Schemas['Proposal'];

const WAYS = everyOf<Proposal['way']>()(['BUY', 'TRANSFER', 'MAKE']);

/** A proposal, and what someone makes of it: approves, changes, splits or refuses it. */
export function ProposalForm({ proposal }: { proposal: Proposal }) {
  const mayApprove = useMay('RULES');
  const may = useMay('POST');
  const [doing, setDoing] = useState<'change' | 'split' | 'refuse'>();
  const ids = [proposal.id];
  const approve = useSave<void>(OLD, (command) =>
    post('/api/replenishment/proposals/approval')(command, { ids }),
  );
  const refuse = useSave<string>(OLD, (command, note) =>
    post('/api/replenishment/proposals/refusal')(command, { ids, note }),
  );
  return (
    <Box sx={{ borderBottom: 1, borderColor: 'divider', py: 1 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: 220 }}>
          <b>{proposed(proposal)}</b>
          <Box sx={{ color: 'text.secondary' }}>{t('low.here', { day: date(proposal.due) })}</Box>
        </Box>
        {may && <Button onClick={() => setDoing('change')}>{t('low.change')}</Button>}
        {may && <Button onClick={() => setDoing('split')}>{t('low.split')}</Button>}
        {mayApprove && (
          <>
            <Button variant="outlined" onClick={() => setDoing('refuse')}>
              {t('low.refuse', { count: 1 })}
            </Button>
            <Button
              variant="contained"
              loading={approve.isPending}
              onClick={() => approve.mutate()}
            >
              {t('low.approve', { count: 1 })}
            </Button>
          </>
        )}
      </Box>
      <ProblemNote problem={approve.error} />
      {doing === 'refuse' && (
        <AskWhy
          label={t('low.refuseWhy')}
          go={t('low.refuse', { count: 1 })}
          busy={refuse.isPending}
          problem={refuse.error}
          onGo={(words) => refuse.mutate(words)}
          onLeave={() => setDoing(undefined)}
        />
      )}
      {(doing === 'change' || doing === 'split') && (
        <Source
          key={doing}
          proposal={proposal}
          split={doing === 'split'}
          onDone={() => setDoing(undefined)}
        />
      )}
    </Box>
  );
}

/** How much, and from where. */
function Source({
  proposal,
  split,
  onDone,
}: {
  proposal: Proposal;
  split: boolean;
  onDone: () => void;
}) {
  const sites = (useSites().data ?? []).filter((site) => site.id !== proposal.siteId);
  const save = useSave<Schemas['ProposalChange']>(
    OLD,
    (command, change): Promise<unknown> => {
      const of = { proposal: proposal.id };
      return split
        ? post('/api/replenishment/proposals/{proposal}/split', of)(command, change)
        : put('/api/replenishment/proposals/{proposal}', of)(command, change);
    },
    onDone,
  );
  const form = useForm(
    {
      quantity: split ? '' : proposal.quantity,
      way: proposal.way,
      supplier: proposal.way === 'BUY' && proposal.fromId ? String(proposal.fromId) : '',
      site: proposal.way === 'TRANSFER' ? String(proposal.fromId) : '',
    },
    save.error,
  );
  const now = form.entry;
  const from =
    now.way === 'BUY'
      ? Number(now.supplier || 0)
      : now.way === 'TRANSFER'
        ? Number(now.site || sites[0]?.id)
        : 0;
  return (
    <Form
      save={save}
      may="POST"
      word={t(split ? 'low.split' : 'low.save')}
      onSubmit={() =>
        save.mutate({
          version: proposal.version,
          quantity: decimal(now.quantity),
          way: now.way,
          from,
        })
      }
    >
      <NumberField label={t('quantity')} required {...form.text('quantity')} />
      <Choice
        label={t('low.wayTitle')}
        {...form.choice('way')}
        options={optionsOf(WAYS, (way) => t(`low.ways.${way}`))}
      />
      {now.way === 'BUY' && (
        <ReferenceField of="SUPPLIER" label={t('low.from')} {...form.chosen('supplier')} />
      )}
      {now.way === 'TRANSFER' && (
        <Choice
          label={t('low.from')}
          value={now.site || String(sites[0]?.id ?? '')}
          onChange={(site) => form.set({ site })}
          options={optionsById(sites)}
        />
      )}
    </Form>
  );
}
