import Box from '@mui/material/Box';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { placeOf, PolicyPlace } from '../rules/PolicyPlace';
import { figuresOf, PolicyFields, startOfFigures } from '../rules/PolicyFields';

/** One policy for all items that are chosen, in place of their own. */
export function PolicyOfMany({
  items,
  onDone,
}: {
  items: readonly Schemas['LowItem'][];
  onDone: () => void;
}) {
  const ids = [...new Set(items.map((one) => one.itemId))];
  const save = useSave<Schemas['PolicyOfMany']>(
    ['low', 'policies', 'replenishment'],
    post('/api/replenishment/policies/many'),
    onDone,
  );
  const form = useForm({ site: '', ...startOfFigures() }, save.error);
  const names = items.map((one) => one.item);
  return (
    <Form
      save={save}
      word={t('policy.setMany', { count: ids.length })}
      onSubmit={() =>
        save.mutate({
          items: ids,
          ...placeOf(form.entry.site),
          figures: figuresOf(form.entry, false),
        })
      }
    >
      <Box sx={{ color: 'text.secondary' }}>{[...new Set(names)].join(', ')}</Box>
      <PolicyPlace {...form.choice('site')} />
      <PolicyFields form={form} fixed={false} />
    </Form>
  );
}
