import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { CardSpace } from '../../kit/CardSpace';
import { Choice, optionsById } from '../../kit/Choice';
import { columnsOf } from '../../kit/columns';
import { Form, Tick } from '../../kit/Form';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Scale = Schemas['ScaleCard'];

const BLANK = { code: '', name: '', address: '', active: true };

/** The scales of the packing benches, by their addresses. */
export function ScaleRules() {
  const may = useMay('RULES');
  const scales = useQuery(question('/api/scales'));
  const of = columnsOf<Scale>();
  return (
    <CardSpace
      title={t('scales.title')}
      name="scales"
      logged={(shown) => ['scales', shown.code]}
      add={t('scales.add')}
      may={may}
      rows={scales}
      columns={[
        of.code('code', t('places.code'), 96),
        of.text('name', t('places.name'), 140, { grow: 1 }),
        of.shown('site', t('site'), 110, (row) => row.site ?? t('scales.everySite')),
        of.shown('address', t('scales.address'), 280, (row) => row.address || t('scales.practice')),
        of.shown('active', t('item.state'), 70, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('scales.none')}
    >
      {(shown, onDone) => (
        <>
          <ScaleForm scale={shown} onDone={onDone} />
          {shown && may && <Reading key={shown.version} scale={shown} />}
        </>
      )}
    </CardSpace>
  );
}

function ScaleForm({ scale, onDone }: { scale?: Scale; onDone?: () => void }) {
  const sites = useSites().data ?? [];
  const save = useSave(
    ['scales'],
    scale ? put('/api/scales/{id}', { id: scale.id }) : post('/api/scales'),
    onDone,
  );
  const form = useForm({ ...startOf(BLANK, scale), site: String(scale?.siteId ?? '') }, save.error);
  return (
    <Form
      save={save}
      onSubmit={() => {
        const { site, ...entry } = form.entry;
        save.mutate({
          ...entry,
          code: entry.code.trim().toUpperCase(),
          address: entry.address.trim(),
          siteId: site === '' ? null : Number(site),
          version: scale?.version,
        });
      }}
    >
      <TextField label={t('places.code')} required {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField
        label={t('scales.address')}
        placeholder="http://"
        {...form.text('address')}
        helperText={form.text('address').helperText ?? t('scales.addressHelp')}
      />
      <Choice
        label={t('site')}
        {...form.choice('site')}
        options={[['', t('scales.everySite')], ...optionsById(sites)]}
      />
      <Tick label={t('item.active')} {...form.tick('active')} />
    </Form>
  );
}

/** What a scale shows at this moment. */
function Reading({ scale }: { scale: Scale }) {
  const reading = useQuery({
    ...question('/api/scales/{id}/reading', { id: scale.id }),
    staleTime: 0,
  });
  return (
    <Part title={t('scales.now')}>
      {reading.data && (
        <Box sx={{ color: reading.data.said === null ? undefined : 'error.main' }}>
          {reading.data.said ?? t('scales.shows', { kilograms: reading.data.kilograms })}
        </Box>
      )}
      <ProblemNote problem={reading.error} />
      <Button
        variant="outlined"
        loading={reading.isFetching}
        onClick={() => void reading.refetch()}
        sx={{ mt: 1 }}
      >
        {t('scales.ask')}
      </Button>
    </Part>
  );
}
