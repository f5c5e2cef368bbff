import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { BinField } from '../../kit/BinField';
import { Form } from '../../kit/Form';
import { count, money } from '../../kit/format';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Output = Schemas['JobOutput'];

/** What a job has made: booked in in parts, at what its components cost. */
export function JobOutput({ job, site }: { job: number; site: number }) {
  const may = useMay('MOVE');
  const output = useQuery(question('/api/outbound/{id}/output', { id: job }));
  const made = output.data;
  return (
    <Part title={t('job.output')}>
      <ProblemNote problem={output.error} />
      {made && (
        <>
          <Box>
            {t('job.made', {
              made: count(Number(made.made)),
              planned: count(Number(made.planned)),
              unit: made.symbol,
              value: money(made.value),
            })}
          </Box>
          {Number(made.mayBook) > 0 && may ? (
            <BookIn key={made.made} job={job} site={site} output={made} />
          ) : (
            made.made !== made.planned && (
              <Box sx={{ color: 'text.secondary' }}>{t('job.notYet')}</Box>
            )
          )}
        </>
      )}
    </Part>
  );
}

function BookIn({ job, site, output }: { job: number; site: number; output: Output }) {
  const save = useSave(
    ['outbound', 'on-hand', 'replenishment'],
    post('/api/outbound/{id}/output', { id: job }),
  );
  const form = useForm({ quantity: output.mayBook, bin: '', lot: '', serials: '' }, save.error);
  const now = form.entry;
  const serials = now.serials.split(/\s+/).filter(Boolean);
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ color: 'text.secondary', mb: 1 }}>
        {t('job.mayBook', { quantity: count(Number(output.mayBook)), unit: output.symbol })}
      </Box>
      <Form
        save={save}
        may="MOVE"
        word={t('job.book')}
        onSubmit={() =>
          save.mutate({
            quantity: decimal(now.quantity),
            bin: now.bin.trim(),
            lot: now.lot.trim() || undefined,
            serials: output.needsSerial ? serials : undefined,
          })
        }
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <NumberField label={t('quantity')} required {...form.text('quantity')} />
          <BinField
            label={t('bin')}
            required
            site={site}
            item={output.item}
            {...form.chosen('bin')}
          />
        </Box>
        {output.needsLot && (
          <TextField
            label={t('lot')}
            placeholder={t('job.lotByRule')}
            {...form.text('lot')}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        )}
        {output.needsSerial && (
          <TextField label={t('job.serials')} multiline minRows={3} {...form.text('serials')} />
        )}
      </Form>
    </Box>
  );
}
