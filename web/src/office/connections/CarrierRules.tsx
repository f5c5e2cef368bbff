import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { CardSpace } from '../../kit/CardSpace';
import { columnsOf } from '../../kit/columns';
import { Form, Tick } from '../../kit/Form';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Carrier = Schemas['CarrierCard'];

const BLANK = { code: '', name: '', address: '', active: true };
const OLD = ['carriers', 'carrier-services'];

/** The carriers that collect from the house, by their addresses. */
export function CarrierRules() {
  const may = useMay('RULES');
  const carriers = useQuery(question('/api/carriers'));
  const of = columnsOf<Carrier>();
  return (
    <CardSpace
      title={t('carriers.title')}
      name="carriers"
      logged={(shown) => ['carriers', shown.code]}
      add={t('carriers.add')}
      may={may}
      rows={carriers}
      columns={[
        of.code('code', t('places.code'), 110),
        of.text('name', t('places.name'), 170, { grow: 1 }),
        of.shown(
          'address',
          t('carriers.address'),
          250,
          (row) => row.address || t('carriers.practice'),
        ),
        of.shown('active', t('item.state'), 80, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('carriers.none')}
    >
      {(shown, onDone) => (
        <>
          <CarrierForm carrier={shown} onDone={onDone} />
          {shown && may && <Services key={shown.version} carrier={shown} />}
        </>
      )}
    </CardSpace>
  );
}

function CarrierForm({ carrier, onDone }: { carrier?: Carrier; onDone?: () => void }) {
  const save = useSave(
    OLD,
    carrier ? put('/api/carriers/{id}', { id: carrier.id }) : post('/api/carriers'),
    onDone,
  );
  const form = useForm(startOf(BLANK, carrier), save.error);
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          address: form.entry.address.trim(),
          version: carrier?.version,
        })
      }
    >
      <TextField label={t('places.code')} required {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField
        label={t('carriers.address')}
        placeholder="https://"
        {...form.text('address')}
        helperText={form.text('address').helperText ?? t('carriers.addressHelp')}
      />
      <Tick label={t('item.active')} {...form.tick('active')} />
    </Form>
  );
}

const TRACKS = '1fr 90px';

/** What a carrier offers at this moment, as it says itself. */
function Services({ carrier }: { carrier: Carrier }) {
  const is = useQuery({
    ...question('/api/carriers/{id}/condition', { id: carrier.id }),
    staleTime: 0,
  });
  return (
    <Part title={t('carriers.now')}>
      {is.data?.said && <Box sx={{ color: 'error.main' }}>{is.data.said}</Box>}
      {is.data && is.data.services.length > 0 && (
        <>
          <GridRow head tracks={TRACKS}>
            <span>{t('carriers.service')}</span>
            <span>{t('carriers.most')}</span>
          </GridRow>
          {is.data.services.map((one) => (
            <GridRow key={one.service} tracks={TRACKS}>
              <span>{one.name}</span>
              <span>{one.most}</span>
            </GridRow>
          ))}
        </>
      )}
      {is.data?.said === null && is.data.services.length === 0 && t('carriers.nothing')}
      <ProblemNote problem={is.error} />
      <Button
        variant="outlined"
        loading={is.isFetching}
        onClick={() => void is.refetch()}
        sx={{ mt: 1 }}
      >
        {t('carriers.ask')}
      </Button>
    </Part>
  );
}
