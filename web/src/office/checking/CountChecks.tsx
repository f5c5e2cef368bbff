import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { count as grouped } from '../../kit/format';
import { Form } from '../../kit/Form';
import { GridRow } from '../../kit/GridRow';
import { NumberField } from '../../kit/NumberField';
import { whole } from '../../kit/numbers';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { COUNTS } from './counts';

type Card = Schemas['CountCard'];

/** Of twenty bins one is proposed. */
const SHARE = 20;

/** Asks how many bins that were found right are counted once more, by others. */
export function CheckForm({ count, onLeave }: { count: Card; onLeave: () => void }) {
  const navigate = useNavigate();
  const checks = useQuery(question('/api/counts/{id}/checks', { id: count.id }));
  const right = checks.data?.right ?? 0;
  const save = useSave(COUNTS, post('/api/counts/{id}/checks', { id: count.id }), (drawn) => {
    onLeave();
    void navigate(`/office/checking/counts/${drawn.id}`);
  });
  const form = useForm({ bins: '' }, save.error);
  const proposed = String(Math.max(1, Math.round(right / SHARE)));
  return (
    <Form
      save={save}
      may="POST"
      word={t('count.checkIt')}
      onSubmit={() => save.mutate({ bins: whole(form.entry.bins || proposed) })}
    >
      <Box sx={{ maxWidth: 440 }}>
        {t('count.checkMeans', { count: right, right: grouped(right) })}
      </Box>
      <NumberField
        label={t('count.checkBins')}
        {...form.text('bins')}
        value={form.entry.bins || proposed}
        sx={{ maxWidth: 180 }}
      />
    </Form>
  );
}

const TRACKS = '170px 170px 1fr';

/** How others found the bins that were counted here and found right. */
export function CheckList({ count }: { count: Card }) {
  const checks = useQuery(question('/api/counts/{id}/checks', { id: count.id })).data;
  if (!checks || checks.checks.length === 0) {
    return null;
  }
  return (
    <Part title={t('count.checkedTitle')} rank="h2">
      {checks.checks.map((one) => (
        <GridRow key={one.id} tracks={TRACKS}>
          <Link to={`/office/checking/counts/${one.id}`}>{one.number}</Link>
          <span>{t(`count.state.${one.state}`)}</span>
          <span>
            {t('count.checkedBins', {
              done: grouped(one.done),
              count: one.bins,
              otherwise: grouped(one.otherwise),
            })}
          </span>
        </GridRow>
      ))}
      {checks.people.map((one) => (
        <GridRow key={one.name} tracks={TRACKS}>
          <b>{one.name}</b>
          <span>{t('count.theirBins', { count: one.bins })}</span>
          <span>{t('count.foundOtherwise', { count: one.otherwise })}</span>
        </GridRow>
      ))}
    </Part>
  );
}
