import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useSearchParams } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part, SidePanel } from '../../kit/SidePanel';
import { RulesFrame } from './RulesFrame';
import { Form, FormOf, Tick } from './Form';
import { useForm } from './useForm';
import { useSave } from '../../kit/useSave';
import { amountOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';

type Card = Schemas['PersonCard'];
const ROLES = everyOf<Schemas['PersonCard']['role']>()([
  'FLOOR_HAND',
  'CLERK',
  'CONTROLLER',
  'AUDITOR',
  'ADMINISTRATOR',
]);

/** Who works here, as what, and where. */
export function PeopleRules() {
  const { t } = useTranslation();
  const sites = useSites();
  const [address, setAddress] = useSearchParams();
  const opened = address.get('open');
  const open = (who: string | null) => setAddress(who ? { open: who } : {});
  const people = useQuery({
    queryKey: ['people'],
    queryFn: () => read(api.GET('/api/people')),
  });
  const whereOf = (card: Card) =>
    card.everywhere
      ? t('everySite')
      : (sites.data ?? [])
          .filter((site) => card.sites.includes(site.id))
          .map((site) => site.name)
          .join(', ');
  return (
    <RulesFrame>
      <Box sx={{ flex: 1, minWidth: 0, p: 2, overflow: 'auto' }}>
        <Box sx={{ display: 'flex', gap: 2, mb: 1.5 }}>
          <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
            {t('rules.people')}
          </Box>
          <Button variant="contained" sx={{ ml: 'auto' }} onClick={() => open('new')}>
            {t('people.add')}
          </Button>
        </Box>
        <ProblemNote problem={people.error} />
        <Box
          component="table"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            '& td, & th': {
              textAlign: 'left',
              px: 1,
              height: 36,
              borderBottom: 1,
              borderColor: 'divider',
            },
          }}
        >
          <thead>
            <tr>
              {['name', 'code', 'role', 'where', 'signIn'].map((head) => (
                <th key={head}>{t(`people.${head}`)}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {people.data?.map((card) => (
              <tr key={card.id}>
                <td>
                  <Button
                    onClick={() => open(String(card.id))}
                    sx={{ px: 0, fontSize: 16, whiteSpace: 'nowrap' }}
                  >
                    {card.name}
                  </Button>
                </td>
                <td>
                  <Code>{card.code}</Code>
                </td>
                <td>{t(`role.${card.role}`)}</td>
                <td>{whereOf(card)}</td>
                <td>
                  {!card.active
                    ? t('people.gone')
                    : [card.hasPassword && t('people.password'), card.hasPin && t('people.pin')]
                        .filter(Boolean)
                        .join(', ')}
                </td>
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
      {opened && (opened === 'new' || people.data) && (
        <OpenedPerson
          key={opened}
          card={people.data?.find((one) => String(one.id) === opened)}
          onClose={() => open(null)}
        />
      )}
    </RulesFrame>
  );
}

function OpenedPerson({ card, onClose }: { card?: Card; onClose: () => void }) {
  const { t } = useTranslation();
  return (
    <SidePanel title={card?.name ?? t('people.add')} onClose={onClose}>
      <FormOf of={card}>{(shown) => <PersonForm card={shown} onClose={onClose} />}</FormOf>
    </SidePanel>
  );
}

function PersonForm({ card, onClose }: { card?: Card; onClose: () => void }) {
  const { t } = useTranslation();
  const sites = useSites();
  const save = useSave(
    ['people'],
    (command, body: Schemas['PersonEntry']) =>
      card
        ? read(
            api.PUT('/api/people/{id}', {
              params: { ...command.params, path: { id: card.id } },
              body,
            }),
          )
        : read(api.POST('/api/people', { ...command, body })),
    card ? undefined : onClose,
  );
  const form = useForm(
    {
      code: card?.code ?? '',
      name: card?.name ?? '',
      role: card?.role ?? 'FLOOR_HAND',
      everywhere: card?.everywhere ?? false,
      sites: card?.sites ?? [],
      active: card?.active ?? true,
      password: '',
      pin: '',
      approvalValue: String(card?.approvalValue ?? ''),
    },
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
        value={form.entry.role}
        onChange={(role) => form.set({ role })}
        options={ROLES.map((one) => [one, t(`role.${one}`)] as const)}
      />
      <Box sx={{ color: 'text.secondary' }}>{t(`roleMay.${form.entry.role}`)}</Box>
      <Part title={t('people.where')}>
        <Tick
          label={t('everySite')}
          checked={form.entry.everywhere}
          onChange={(everywhere) => form.set({ everywhere })}
        />
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
      <Tick
        label={t('people.active')}
        checked={form.entry.active}
        onChange={(active) => form.set({ active })}
      />
    </Form>
  );
}
