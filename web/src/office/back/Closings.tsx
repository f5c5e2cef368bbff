import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { useMay } from '../../app/session';
import { date, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';

/** Up to which day the books are closed; who may, closes them further. */
export function Closings() {
  const may = useMay('RULES');
  const closings = useQuery(question('/api/closings'));
  const save = useSave(['closings'], post('/api/closings'));
  const form = useForm({ upTo: '', note: '' }, save.error);
  const list = closings.data ?? [];
  return (
    <Part title={t('closing.title')} rank="h2">
      <ProblemNote problem={closings.error} />
      <Box sx={{ fontSize: 20 }}>
        {list.length > 0 ? t('closing.upTo', { day: date(list[0].upTo) }) : t('closing.never')}
      </Box>
      <Box sx={{ color: 'text.secondary' }}>{t('closing.what')}</Box>
      {may && (
        <Box sx={{ maxWidth: 420 }}>
          <Form save={save} word={t('closing.go')} onSubmit={() => save.mutate(form.entry)}>
            <TextField
              label={t('closing.day')}
              type="date"
              required
              slotProps={{ inputLabel: { shrink: true } }}
              {...form.text('upTo')}
            />
            <TextField label={t('transfer.note')} {...form.text('note')} />
          </Form>
        </Box>
      )}
      {list.map((one) => (
        <Box key={one.id} sx={{ mt: 1, borderTop: 1, borderColor: 'divider', pt: 0.5 }}>
          {t('closing.was', { day: date(one.upTo), who: one.closedBy, when: instant(one.closed) })}
          {one.note && ` · ${one.note}`}
        </Box>
      ))}
    </Part>
  );
}
