import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { BinField } from '../../kit/BinField';
import { Choice } from '../../kit/Choice';
import { Form } from '../../kit/Form';
import { count, money, quantity } from '../../kit/format';
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
          {made.components
            .filter((one) => Number(one.scrapped) > 0)
            .map((one) => (
              <Box key={one.line} sx={{ color: 'text.secondary' }}>
                {t('job.scrappedSoFar', {
                  quantity: quantity(one.scrapped),
                  unit: one.symbol,
                  name: one.name,
                })}
              </Box>
            ))}
          {Number(made.mayBook) > 0 && may ? (
            <BookIn key={made.made} job={job} site={site} output={made} />
          ) : (
            made.made !== made.planned && (
              <Box sx={{ color: 'text.secondary' }}>{t('job.notYet')}</Box>
            )
          )}
          {may && <ScrapComponent job={job} output={made} />}
        </>
      )}
    </Part>
  );
}

/** Says that a component was spoilt that is used up, so that another one is picked. */
function ScrapComponent({ job, output }: { job: number; output: Output }) {
  const [open, setOpen] = useState(false);
  const some = output.components.filter((one) => Number(one.mayScrap) > 0);
  return (
    some.length > 0 && (
      <>
        <Button size="small" sx={{ mt: 1 }} aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('job.scrap')}
        </Button>
        {open && <Scrap job={job} of={some} onDone={() => setOpen(false)} />}
      </>
    )
  );
}

function Scrap({
  job,
  of,
  onDone,
}: {
  job: number;
  of: Schemas['JobComponent'][];
  onDone: () => void;
}) {
  const save = useSave(
    ['outbound', 'on-hand'],
    (command, { line, ...entry }: { line: number } & Schemas['ComponentScrap']) =>
      post('/api/outbound/{id}/lines/{line}/scrap', { id: job, line })(command, entry),
    onDone,
  );
  const form = useForm({ line: String(of[0]?.line ?? ''), quantity: '', reason: '' }, save.error);
  const chosen = of.find((one) => String(one.line) === form.entry.line);
  return (
    <Form
      save={save}
      may="MOVE"
      word={t('job.scrapNow')}
      onSubmit={() =>
        save.mutate({
          line: Number(form.entry.line),
          quantity: decimal(form.entry.quantity),
          reason: form.entry.reason.trim(),
        })
      }
    >
      <Choice
        label={t('job.component')}
        {...form.choice('line')}
        options={of.map((one) => [String(one.line), one.name] as const)}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 2fr', gap: 1 }}>
        <NumberField label={t('quantity')} required {...form.text('quantity')} />
        <TextField label={t('job.scrapWhy')} required {...form.text('reason')} />
      </Box>
      {chosen && (
        <Box sx={{ color: 'text.secondary' }}>
          {t('job.scrapMost', { quantity: quantity(chosen.mayScrap), unit: chosen.symbol })}
        </Box>
      )}
    </Form>
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
          <TextField
            label={t('job.serials')}
            placeholder={t('job.serialsByRule')}
            multiline
            minRows={3}
            {...form.text('serials')}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        )}
      </Form>
    </Box>
  );
}
