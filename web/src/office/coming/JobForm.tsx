import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { DateField } from '../../kit/DateField';
import { SiteField, useSite } from '../../kit/SiteField';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { quantity } from '../../kit/format';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { decimal, soFar } from '../../kit/numbers';
import { times } from '../../kit/sums';
import { NumberField } from '../../kit/NumberField';

/** A job: so many of a kit, and what that takes. */
export function JobForm({ onDone }: { onDone: (saved: Schemas['OutboundCard']) => void }) {
  const kits = useQuery(question('/api/kits'));
  const save = useSave(['outbound', 'on-hand'], post('/api/outbound/jobs'), onDone);
  const form = useForm({ kit: '', kits: '1', site: '', needed: '', note: '' }, save.error);
  const all = kits.data ?? [];
  const kit = all.find((one) => one.kit === form.entry.kit) ?? all[0];
  const site = useSite(form.entry.site)?.id ?? 0;
  const many = soFar(form.entry.kits) ?? '0';
  if (kits.data && all.length === 0) {
    return <Box>{t('outbound.noKits')}</Box>;
  }
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          kit: kit?.kit ?? '',
          kits: decimal(form.entry.kits),
          site,
          needed: form.entry.needed || undefined,
          note: form.entry.note,
        })
      }
    >
      <Choice
        label={t('outbound.kit')}
        value={kit?.kit ?? ''}
        onChange={(next) => form.set({ kit: next })}
        options={all.map((one) => [one.kit, one.name] as const)}
      />
      <NumberField label={t('outbound.kits')} required {...form.text('kits')} />
      <SiteField {...form.choice('site')} />
      <DateField label={t('outbound.needed')} {...form.text('needed')} />
      <TextField label={t('transfer.note')} {...form.text('note')} />
      {kit && (
        <Part title={t('outbound.takes')}>
          {kit.components.map((one) => (
            <Box key={one.itemId} sx={{ display: 'flex', gap: 1 }}>
              <Box sx={{ flex: 1 }}>
                <Code>{one.item}</Code> {one.name}
              </Box>
              {quantity(times(one.quantity, many))} {one.symbol}
            </Box>
          ))}
        </Part>
      )}
    </Form>
  );
}
