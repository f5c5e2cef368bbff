import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, put } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Reasons } from '../../floor/PutAwayLists';
import { Choice, optionsById } from '../../kit/Choice';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { Form, Tick } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { decimal, decimalOrNothing, wholeOrNothing } from '../../kit/numbers';
import { GoodsOfRule, RemoveRule, useForGoods, type ForGoods } from './ruleParts';
import { NumberField } from '../../kit/NumberField';
import { BinField } from '../../kit/BinField';

const OLD = ['put-away-rules', 'put-away'];

/** One rule, and what it would do with today's stock before it is saved. */
export function PutAwayForm({
  site,
  rule,
  onDone,
}: {
  site: Schemas['SiteCard'];
  rule?: Schemas['PutAwayRuleCard'];
  onDone?: () => void;
}) {
  const may = useMay('RULES');
  const save = useSave(
    OLD,
    rule ? put('/api/put-away/rules/{id}', { id: rule.id }) : post('/api/put-away/rules'),
    onDone,
  );
  const form = useForm(
    {
      by: (rule?.category ? 'category' : 'item') as ForGoods['by'],
      item: rule?.item ?? '',
      category: rule?.category ?? '',
      to: rule?.areaId ? 'area' : 'bin',
      areaId: String(rule?.areaId ?? ''),
      bin: rule?.place ?? '',
      priority: String(rule?.priority ?? 1),
      capacityPacks: rule?.capacityPacks ?? '',
      capacityPack: rule?.capacityPack ?? '',
      active: rule?.active ?? true,
    },
    save.error,
  );
  const now = form.entry;
  const areaId = now.areaId || String(site.areas[0]?.id ?? '');
  const about = useForGoods(now);
  const entry = (): Schemas['PutAwayRuleEntry'] => ({
    version: rule?.version,
    site: site.id,
    ...about.goods,
    areaId: now.to === 'area' ? Number(areaId) : undefined,
    bin: now.to === 'bin' ? now.bin.trim() : undefined,
    priority: wholeOrNothing(now.priority) ?? 1,
    capacityPacks: decimalOrNothing(now.capacityPacks),
    capacityPack: now.capacityPack.trim() || undefined,
    active: now.active,
  });
  return (
    <>
      <Form save={save} onSubmit={() => save.mutate(entry())}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '120px 1fr', gap: 1.5 }}>
          <GoodsOfRule form={form} of={about} />
          <Choice
            label={t('putAway.goTo')}
            {...form.choice('to')}
            options={[
              ['bin', t('bin')],
              ['area', t('area')],
            ]}
          />
          {now.to === 'bin' ? (
            <BinField
              label={t('bin')}
              required
              site={site.id}
              item={now.by === 'item' ? now.item : ''}
              {...form.chosen('bin')}
            />
          ) : (
            <Choice
              label={t('area')}
              value={areaId}
              onChange={(next) => form.set({ areaId: next })}
              options={optionsById(site.areas)}
            />
          )}
          <NumberField label={t('putAway.priority')} {...form.text('priority')} />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <NumberField label={t('putAway.upTo')} {...form.text('capacityPacks')} />
            <TextField label={t('pack.name')} {...form.text('capacityPack')} />
          </Box>
        </Box>
        <Tick label={t('putAway.on')} {...form.tick('active')} />
      </Form>
      {rule && (
        <RemoveRule
          path="/api/put-away/rules/{id}"
          id={rule.id}
          old={OLD}
          word={t('putAway.remove')}
          onDone={onDone}
        />
      )}
      {may && <Trial entry={entry} replaces={rule?.id} />}
    </>
  );
}

function Trial({
  entry,
  replaces,
}: {
  entry: () => Schemas['PutAwayRuleEntry'];
  replaces?: number;
}) {
  const [amount, setAmount] = useState('100');
  const trial = useMutation({
    mutationFn: async () =>
      post('/api/put-away/trial')(commandId(), {
        replaces,
        quantity: decimal(amount),
        rule: entry(),
      }),
  });
  return (
    <Part title={t('putAway.try')}>
      <Box
        component="form"
        data-trial
        onSubmit={(event) => {
          event.preventDefault();
          trial.mutate();
        }}
        sx={{ display: 'flex', gap: 1, mt: 1 }}
      >
        <NumberField
          label={t('putAway.ifCame')}
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
        />
        <Button type="submit" variant="outlined" loading={trial.isPending}>
          {t('putAway.show')}
        </Button>
      </Box>
      <ProblemNote problem={trial.error} />
      {trial.data && (
        <>
          <Box sx={{ mt: 1, fontWeight: 700 }}>{trial.data.item}</Box>
          <Reasons advice={trial.data} />
        </>
      )}
    </Part>
  );
}
