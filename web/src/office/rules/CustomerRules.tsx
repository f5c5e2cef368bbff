import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { count } from '../../kit/format';
import { pageOf } from '../../kit/pageOf';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { Form, FormOf, Tick } from './Form';
import { RulesFrame } from './RulesFrame';
import { useForm } from './useForm';
import { wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';

type Customer = Schemas['CustomerCard'];

/** Those who get goods from the house, and what they ask of every order. */
export function CustomerRules() {
  const { t } = useTranslation();
  const may = useMay('POST');
  const { value, change } = useAddress();
  const customers = useQuery({
    queryKey: ['customers'],
    queryFn: () => read(api.GET('/api/customers')),
  });
  const opened = value('open');
  const one = customers.data?.find((customer) => String(customer.id) === opened);
  const close = () => change({ open: null });
  const columns: Column<Customer>[] = [
    {
      key: 'code',
      title: t('places.code'),
      width: '140px',
      cell: (row) => <Code>{row.code}</Code>,
    },
    { key: 'name', title: t('places.name'), width: 'minmax(180px, 1fr)', cell: (row) => row.name },
    {
      key: 'town',
      title: t('places.town'),
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.town,
    },
    {
      key: 'life',
      title: t('outbound.minimumLife'),
      width: '120px',
      align: 'right',
      cell: (row) => (row.minimumLife > 0 ? count(row.minimumLife) : '–'),
    },
    {
      key: 'lot',
      title: t('customers.oneLotTitle'),
      width: '110px',
      cell: (row) => (row.oneLot ? t('yes') : ''),
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
        title={t('rules.customers')}
        tools={
          may && (
            <Button variant="contained" sx={{ ml: 'auto' }} onClick={() => change({ open: 'new' })}>
              {t('customers.add')}
            </Button>
          )
        }
      >
        <Sheet<Customer>
          name="customers"
          question={[customers.dataUpdatedAt]}
          fetch={pageOf(customers.data)}
          columns={columns}
          rowKey={(row) => String(row.id)}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('customers.none')}
        />
      </Room>
      {(opened === 'new' || one) && (
        <SidePanel
          key={opened}
          title={one?.name ?? t('customers.add')}
          over={one && <Code>{one.code}</Code>}
          onClose={close}
        >
          <FormOf of={one}>
            {(shown) => <CustomerForm customer={shown} onDone={shown ? undefined : close} />}
          </FormOf>
        </SidePanel>
      )}
    </RulesFrame>
  );
}

function CustomerForm({ customer, onDone }: { customer?: Customer; onDone?: () => void }) {
  const { t } = useTranslation();
  const save = useSave(
    ['customers'],
    (command, body: Schemas['CustomerEntry']) =>
      customer
        ? read(
            api.PUT('/api/customers/{id}', {
              params: { ...command.params, path: { id: customer.id } },
              body,
            }),
          )
        : read(api.POST('/api/customers', { ...command, body })),
    onDone,
  );
  const form = useForm(
    {
      code: customer?.code ?? '',
      name: customer?.name ?? '',
      email: customer?.email ?? '',
      street: customer?.street ?? '',
      town: customer?.town ?? '',
      gln: customer?.gln ?? '',
      minimumLife: String(customer?.minimumLife ?? 0),
      oneLot: customer?.oneLot ?? false,
      active: customer?.active ?? true,
    },
    save.error,
  );
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          minimumLife: wholeOrNothing(form.entry.minimumLife) ?? 0,
          version: customer?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!customer} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField label={t('customers.email')} type="email" {...form.text('email')} />
      <TextField label={t('places.street')} {...form.text('street')} />
      <TextField label={t('places.town')} {...form.text('town')} />
      <TextField label={t('places.gln')} {...form.text('gln')} />
      <NumberField label={t('outbound.minimumLife')} {...form.text('minimumLife')} />
      <Box>
        <Tick
          label={t('customers.oneLot')}
          checked={form.entry.oneLot}
          onChange={(oneLot) => form.set({ oneLot })}
        />
        <Tick
          label={t('item.active')}
          checked={form.entry.active}
          onChange={(active) => form.set({ active })}
        />
      </Box>
    </Form>
  );
}
