import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice, optionsById } from '../../kit/Choice';
import { Form } from '../../kit/Form';
import { Part } from '../../kit/SidePanel';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { chosenLines, ReturnGoods, SHOWN, type Chosen } from './ReturnGoods';
import { RETURNS } from './returnWords';

type Card = Schemas['SupplierReturnCard'];

/** Goods that shall go back: whose they were, why, and which. */
export function ReturnForm({
  start,
  onDone,
}: {
  start: { site: string; show: string; words: string };
  onDone: (saved: Card) => void;
}) {
  const sites = useSites().data ?? [];
  const suppliers = useQuery(question('/api/suppliers')).data ?? [];
  const [chosen, setChosen] = useState<Chosen[]>([]);
  const save = useSave(RETURNS, post('/api/supplier-returns'), onDone);
  const form = useForm(
    { site: start.site, supplier: '', reason: '', reference: '', note: '' },
    save.error,
  );
  const site = form.entry.site || String(sites[0]?.id ?? '');
  // Whoever chooses goods first need not say whose they were.
  const came = chosen.find((one) => one.goods.origin)?.goods.origin?.supplierId;
  const supplier = form.entry.supplier || (came ? String(came) : '');
  return (
    <Form
      save={save}
      may="POST"
      word={t('returns.setAside')}
      onSubmit={() =>
        save.mutate({
          site: Number(site),
          supplier: Number(supplier),
          reason: form.entry.reason,
          reference: form.entry.reference,
          note: form.entry.note,
          lines: chosenLines(chosen),
        })
      }
    >
      <Box>{t('returns.what')}</Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Choice
          label={t('site')}
          value={site}
          onChange={(next) => {
            form.set({ site: next });
            setChosen([]);
          }}
          options={optionsById(sites)}
        />
        <Choice
          label={t('inbound.supplier')}
          value={supplier}
          onChange={(next) => form.set({ supplier: next })}
          options={[['', t('returns.whose')], ...optionsById(suppliers)]}
        />
        <TextField
          label={t('returns.reason')}
          required
          sx={{ gridColumn: '1 / -1' }}
          {...form.text('reason')}
        />
        <TextField label={t('returns.reference')} {...form.text('reference')} />
        <TextField label={t('transfer.note')} {...form.text('note')} />
      </Box>
      <Part title={t('returns.goods')}>
        <ReturnGoods
          key={site}
          site={Number(site)}
          supplier={Number(form.entry.supplier)}
          start={{
            show: SHOWN.find((one) => one === start.show) ?? 'REJECTED',
            words: start.words,
          }}
          chosen={chosen}
          onChange={setChosen}
        />
      </Part>
    </Form>
  );
}

/** What a return is about, said otherwise. */
export function ReturnChange({ card, onDone }: { card: Card; onDone: () => void }) {
  const save = useSave(RETURNS, put('/api/supplier-returns/{id}', { id: card.row.id }), onDone);
  const form = useForm(
    startOf({ reason: '', reference: '', note: '' }, { ...card.row, note: card.note }),
    save.error,
  );
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() => save.mutate({ version: card.row.version, ...form.entry })}
    >
      <TextField label={t('returns.reason')} required {...form.text('reason')} />
      <TextField label={t('returns.reference')} {...form.text('reference')} />
      <TextField label={t('transfer.note')} {...form.text('note')} />
    </Form>
  );
}

/** More goods for a return. */
export function ReturnMore({ card, onDone }: { card: Card; onDone: () => void }) {
  const [chosen, setChosen] = useState<Chosen[]>([]);
  const save = useSave(
    RETURNS,
    post('/api/supplier-returns/{id}/lines', { id: card.row.id }),
    onDone,
  );
  return (
    <Form
      save={save}
      may="POST"
      word={t('returns.setAside')}
      onSubmit={() => save.mutate({ lines: chosenLines(chosen) })}
    >
      <ReturnGoods
        site={card.row.siteId}
        supplier={card.row.supplierId}
        start={{ show: 'REJECTED', words: '' }}
        chosen={chosen}
        onChange={setChosen}
      />
    </Form>
  );
}
