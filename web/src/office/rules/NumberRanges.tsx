import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useMe } from '../../app/session';
import { t } from '../../app/words';
import { Code } from '../../kit/Code';
import { Form } from '../../kit/Form';
import { NumberField } from '../../kit/NumberField';
import { whole } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Range = Schemas['NumberRange'];

/** How the documents of the house are numbered; each kind is changed by itself. */
export function NumberRanges() {
  const ranges = useQuery(question('/api/number-ranges'));
  const [changed, setChanged] = useState('');
  const { everywhere } = useMe();
  const may = useMay('RULES') && everywhere;
  return (
    <Part title={t('ranges.title')} rank="h2">
      <ProblemNote problem={ranges.error} />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {ranges.data?.map((range) => (
          <Box
            component="li"
            key={range.usual}
            sx={{ display: 'grid', gridTemplateColumns: '1fr 140px 90px', alignItems: 'center' }}
          >
            <span>{t(`ranges.of.${range.usual}` as 'ranges.of.PO')}</span>
            <Code>{`${range.prefix}-${String(range.next).padStart(5, '0')}`}</Code>
            {may ? (
              <Button
                aria-expanded={changed === range.usual}
                aria-label={t('ranges.change', {
                  of: t(`ranges.of.${range.usual}` as 'ranges.of.PO'),
                })}
                onClick={() => setChanged(changed === range.usual ? '' : range.usual)}
              >
                {t('ranges.edit')}
              </Button>
            ) : (
              <span />
            )}
            {changed === range.usual && (
              <Box sx={{ gridColumn: '1 / -1', pb: 1.5 }}>
                <RangeForm range={range} onDone={() => setChanged('')} />
              </Box>
            )}
          </Box>
        ))}
      </Box>
    </Part>
  );
}

function RangeForm({ range, onDone }: { range: Range; onDone: () => void }) {
  const save = useSave(['number-ranges'], put('/api/number-ranges'), onDone);
  const form = useForm({ prefix: range.prefix, next: String(range.next) }, save.error);
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          usual: range.usual,
          prefix: form.entry.prefix.trim().toUpperCase(),
          next: whole(form.entry.next),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <TextField label={t('ranges.prefix')} required {...form.text('prefix')} />
        <NumberField label={t('ranges.next')} required {...form.text('next')} />
      </Box>
    </Form>
  );
}
