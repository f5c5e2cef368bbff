import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { pageOf } from '../../kit/pageOf';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { Form, FormOf, Tick } from './Form';
import { RulesFrame } from './RulesFrame';
import { useForm } from './useForm';
import { useSave } from '../../kit/useSave';
import { wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';

type Supplier = Schemas['SupplierCard'];

/** Those who sell goods to the house. */
export function SupplierRules() {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const { value, change } = useAddress();
  const suppliers = useQuery({
    queryKey: ['suppliers'],
    queryFn: () => read(api.GET('/api/suppliers')),
  });
  const opened = value('open');
  const one = suppliers.data?.find((supplier) => String(supplier.id) === opened);
  const close = () => change({ open: null });
  const columns: Column<Supplier>[] = [
    {
      key: 'code',
      title: t('places.code'),
      width: '140px',
      cell: (row) => <Code>{row.code}</Code>,
    },
    { key: 'name', title: t('places.name'), width: 'minmax(180px, 1fr)', cell: (row) => row.name },
    {
      key: 'email',
      title: t('suppliers.email'),
      width: 'minmax(200px, 1fr)',
      cell: (row) => row.email,
    },
    {
      key: 'lead',
      title: t('suppliers.leadDays'),
      width: '110px',
      align: 'right',
      cell: (row) => row.leadDays,
    },
    {
      key: 'state',
      title: t('item.state'),
      width: '90px',
      cell: (row) => (row.active ? '' : t('item.closed')),
    },
  ];
  return (
    <RulesFrame>
      <Room
        title={t('rules.suppliers')}
        tools={
          may && (
            <Button variant="contained" sx={{ ml: 'auto' }} onClick={() => change({ open: 'new' })}>
              {t('suppliers.add')}
            </Button>
          )
        }
      >
        <Sheet<Supplier>
          name="suppliers"
          question={[suppliers.dataUpdatedAt]}
          fetch={pageOf(suppliers.data)}
          columns={columns}
          rowKey={(row) => String(row.id)}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('suppliers.none')}
        />
      </Room>
      {(opened === 'new' || one) && (
        <SidePanel
          key={opened}
          title={one?.name ?? t('suppliers.add')}
          over={one && <Code>{one.code}</Code>}
          onClose={close}
        >
          <FormOf of={one}>
            {(shown) => <SupplierForm supplier={shown} onDone={shown ? undefined : close} />}
          </FormOf>
        </SidePanel>
      )}
    </RulesFrame>
  );
}

function SupplierForm({ supplier, onDone }: { supplier?: Supplier; onDone?: () => void }) {
  const { t } = useTranslation();
  const save = useSave(
    ['suppliers'],
    (command, body: Schemas['SupplierEntry']) =>
      supplier
        ? read(
            api.PUT('/api/suppliers/{id}', {
              params: { ...command.params, path: { id: supplier.id } },
              body,
            }),
          )
        : read(api.POST('/api/suppliers', { ...command, body })),
    onDone,
  );
  const form = useForm(
    {
      code: supplier?.code ?? '',
      name: supplier?.name ?? '',
      email: supplier?.email ?? '',
      street: supplier?.street ?? '',
      town: supplier?.town ?? '',
      leadDays: String(supplier?.leadDays ?? 7),
      active: supplier?.active ?? true,
    },
    save.error,
  );
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          leadDays: wholeOrNothing(form.entry.leadDays) ?? 0,
          version: supplier?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!supplier} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField label={t('suppliers.email')} type="email" {...form.text('email')} />
      <TextField label={t('places.street')} {...form.text('street')} />
      <TextField label={t('places.town')} {...form.text('town')} />
      <NumberField label={t('suppliers.leadDays')} {...form.text('leadDays')} />
      <Box>
        <Tick
          label={t('item.active')}
          checked={form.entry.active}
          onChange={(active) => form.set({ active })}
        />
      </Box>
    </Form>
  );
}
