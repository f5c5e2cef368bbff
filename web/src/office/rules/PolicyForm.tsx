import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { post, put, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Form } from '../../kit/Form';
import { ProblemNote } from '../../kit/ProblemNote';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { figuresOf, PolicyFields, startOfFigures } from './PolicyFields';
import { placeOf, PolicyPlace, placeWord } from './PolicyPlace';
import { PolicyTrial } from './PolicyTrial';
import { GoodsOfRule, useForGoods, type ForGoods } from './ruleParts';

type Policy = Schemas['Policy'];
const OLD = ['low', 'policies', 'replenishment'];

/** A policy: what it is for, its figures, and what would have come of it. */
export function PolicyForm({
  policy,
  item = '',
  site = '',
  onDone,
  onRemoved,
}: {
  policy?: Policy;
  /** For what a new one is, if that is known. */
  item?: string;
  site?: string;
  onDone?: (saved: Policy) => void;
  onRemoved?: () => void;
}) {
  const may = useMay('RULES');
  const save = useSave<Schemas['PolicyEntry'], Policy>(
    OLD,
    policy
      ? put('/api/replenishment/policies/{policy}', { policy: policy.id })
      : post('/api/replenishment/policies'),
    onDone,
  );
  const form = useForm(
    {
      by: (policy ? byOf(policy) : item ? 'item' : 'all') as ForGoods['by'],
      item: policy?.item ?? item,
      category: policy?.category ?? '',
      site: policy ? String(policy.siteId ?? '') : site,
      ...startOfFigures(policy?.figures),
    },
    save.error,
  );
  const now = form.entry;
  const about = useForGoods(now);
  // Items of a category are counted in different units: their figures are worked out.
  const fixed = now.by === 'item';
  const entered = () => figuresOf(now, fixed);
  return (
    <>
      <Form
        save={save}
        onSubmit={() =>
          save.mutate({
            version: policy?.version,
            ...about.goods,
            ...placeOf(now.site),
            figures: entered(),
          })
        }
      >
        {!policy && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '120px 1fr', gap: 1.5 }}>
            <GoodsOfRule form={form} of={about} all />
          </Box>
        )}
        {policy ? (
          <Box sx={{ color: 'text.secondary' }}>{placeWord(policy)}</Box>
        ) : (
          <PolicyPlace {...form.choice('site')} />
        )}
        <PolicyFields form={form} fixed={fixed} />
      </Form>
      {policy && may && <Remove policy={policy} onDone={onRemoved} />}
      {policy && (
        <PolicyTrial policy={policy} figures={entered} item={policy.itemId ?? undefined} />
      )}
    </>
  );
}

function byOf(policy: Policy): ForGoods['by'] {
  return policy.item ? 'item' : policy.category ? 'category' : 'all';
}

function Remove({ policy, onDone }: { policy: Policy; onDone?: () => void }) {
  const save = useSave<void>(
    OLD,
    remove('/api/replenishment/policies/{policy}', { policy: policy.id }),
    onDone,
  );
  return (
    <>
      <Button sx={{ mt: 1 }} loading={save.isPending} onClick={() => save.mutate()}>
        {t('policy.remove')}
      </Button>
      <ProblemNote problem={save.error} />
    </>
  );
}
