import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice, optionsOf } from '../../kit/Choice';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { Form, Tick } from '../../kit/Form';
import { FormPanel } from '../../kit/FormPanel';
import { NumberField } from '../../kit/NumberField';
import { amountOrNothing } from '../../kit/numbers';
import { Part } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Card = Schemas['PersonCard'];
const ROLES = everyOf<Schemas['PersonCard']['role']>()([
  'FLOOR_HAND',
  'CLERK',
  'CONTROLLER',
  'AUDITOR',
  'ADMINISTRATOR',
]);

const BLANK = {
  code: '',
  name: '',
  role: 'FLOOR_HAND' as (typeof ROLES)[number],
  everywhere: false,
  active: true,
  approvalValue: '',
  email: '',
};

/** Who works here, as what, and where. */
export function PeopleRules() {
  const sites = useSites();
  const { opened, id, open, close } = useOpened();
  const people = useQuery(question('/api/people'));
  const one = people.data?.find((person) => person.id === id);
  const whereOf = (card: Card) =>
    card.everywhere
      ? t('everySite')
      : (sites.data ?? [])
          .filter((site) => card.sites.includes(site.id))
          .map((site) => site.name)
          .join(', ');
  const signsInBy = (card: Card) =>
    card.active
      ? [card.hasPassword && t('people.password'), card.hasPin && t('people.pin')]
          .filter(Boolean)
          .join(', ')
      : t('people.gone');
  const of = columnsOf<Card>();
  return (
    <TableSpace
      title={t('rules.people')}
      name="people"
      actions={
        <Button variant="contained" onClick={() => open('new')}>
          {t('people.add')}
        </Button>
      }
      rows={people}
      columns={[
        of.text('name', t('people.name'), 150, { grow: 1 }),
        of.code('code', t('people.code'), 110),
        of.choice('role', t('people.role'), 120, (role) => t(`role.${role}`)),
        of.shown('where', t('people.where'), 200, whereOf, { grow: 1.6, value: whereOf }),
        of.shown('signIn', t('people.signIn'), 150, signsInBy, { value: signsInBy }),
      ]}
      none=""
    >
      {(opened === 'new' || one) && (
        <FormPanel
          key={opened}
          of={one}
          title={one?.name ?? t('people.add')}
          onClose={close}
          logged={one && ['people', one.code]}
        >
          {(shown) => <PersonForm card={shown} onClose={close} />}
        </FormPanel>
      )}
    </TableSpace>
  );
}

function PersonForm({ card, onClose }: { card?: Card; onClose: () => void }) {
  const sites = useSites();
  const save = useSave(
    ['people'],
    card ? put('/api/people/{id}', { id: card.id }) : post('/api/people'),
    card ? undefined : onClose,
  );
  const form = useForm(
    { ...startOf(BLANK, card), sites: card?.sites ?? [], password: '', pin: '' },
    save.error,
  );
  const submit = () =>
    save.mutate({
      ...form.entry,
      code: form.entry.code.trim().toUpperCase(),
      version: card?.version,
      password: form.entry.password || undefined,
      pin: form.entry.pin || undefined,
      approvalValue: amountOrNothing(form.entry.approvalValue),
    });
  return (
    <Form save={save} onSubmit={submit} may="PEOPLE">
      <TextField label={t('people.name')} required {...form.text('name')} />
      <TextField label={t('people.code')} required disabled={!!card} {...form.text('code')} />
      <Choice
        label={t('people.role')}
        {...form.choice('role')}
        options={optionsOf(ROLES, (one) => t(`role.${one}`))}
      />
      <Box sx={{ color: 'text.secondary' }}>{t(`roleMay.${form.entry.role}`)}</Box>
      <Part title={t('people.where')}>
        <Tick label={t('everySite')} {...form.tick('everywhere')} />
        {!form.entry.everywhere &&
          sites.data?.map((site) => (
            <Tick
              key={site.id}
              label={site.name}
              checked={form.entry.sites.includes(site.id)}
              onChange={(works) =>
                form.set({
                  sites: works
                    ? [...form.entry.sites, site.id]
                    : form.entry.sites.filter((one) => one !== site.id),
                })
              }
            />
          ))}
      </Part>
      <NumberField
        label={t('people.limit')}
        placeholder={t('kinds.noLimit')}
        slotProps={{ inputLabel: { shrink: true } }}
        {...form.text('approvalValue')}
      />
      <TextField label={t('people.email')} type="email" {...form.text('email')} />
      <TextField
        label={card?.hasPassword ? t('people.newPassword') : t('people.password')}
        type="password"
        autoComplete="new-password"
        {...form.text('password')}
      />
      <TextField
        label={card?.hasPin ? t('people.newPin') : t('people.pin')}
        type="password"
        autoComplete="off"
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        {...form.text('pin')}
      />
      <Box sx={{ color: 'text.secondary' }}>{t('people.firstSecret')}</Box>
      <Tick label={t('people.active')} {...form.tick('active')} />
    </Form>
  );
}
