import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { clock, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { pageOf } from '../../kit/pageOf';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { Form } from './Form';
import { RulesFrame } from './RulesFrame';
import { useForm } from './useForm';

type Device = Schemas['DeviceCard'];
type Offer = Schemas['DeviceOffer'];

/** The shared devices: which there are, where, and when they were seen. */
export function DeviceRules() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const devices = useQuery({
    queryKey: ['devices'],
    queryFn: () => read(api.GET('/api/devices')),
    refetchInterval: 5_000,
  });
  const opened = devices.data?.find((one) => String(one.id) === value('open'));
  const columns: Column<Device>[] = [
    { key: 'name', title: t('devices.name'), width: 'minmax(140px, 1fr)', cell: (row) => row.name },
    {
      key: 'site',
      title: t('devices.site'),
      width: 'minmax(140px, 1fr)',
      cell: (row) => row.siteName,
    },
    {
      key: 'state',
      title: t('devices.state'),
      width: '200px',
      cell: (row) => t(`devices.states.${row.state}`),
    },
    {
      key: 'seen',
      title: t('devices.lastSeen'),
      width: 'minmax(240px, 1.4fr)',
      cell: (row) =>
        row.lastSeen
          ? t('devices.seen', { when: instant(row.lastSeen), person: row.lastPerson })
          : t('devices.never'),
    },
  ];
  return (
    <RulesFrame>
      <Room
        title={t('rules.devices')}
        tools={
          <Button variant="contained" sx={{ ml: 'auto' }} onClick={() => change({ open: 'new' })}>
            {t('devices.add')}
          </Button>
        }
      >
        <Box sx={{ mb: 1 }}>{t('devices.help')}</Box>
        <ProblemNote problem={devices.error} />
        <Sheet<Device>
          name="devices-shown"
          question={[devices.dataUpdatedAt]}
          fetch={pageOf(devices.data)}
          columns={columns}
          rowKey={(row) => String(row.id)}
          opened={value('open')}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('devices.none')}
        />
      </Room>
      {value('open') === 'new' && <NewDevice onClose={() => change({ open: null })} />}
      {opened && (
        <OpenedDevice key={opened.id} device={opened} onClose={() => change({ open: null })} />
      )}
    </RulesFrame>
  );
}

function NewDevice({ onClose }: { onClose: () => void }) {
  const { t } = useTranslation();
  const sites = useSites();
  const [offer, setOffer] = useState<Offer | null>(null);
  const save = useSave(
    ['devices'],
    (_, body: Schemas['DeviceEntry']) => read(api.POST('/api/devices', { body })),
    setOffer,
  );
  const form = useForm({ name: '', site: '' }, save.error);
  const site = form.entry.site || String(sites.data?.[0]?.id ?? '');
  return (
    <SidePanel title={offer?.name ?? t('devices.add')} onClose={onClose}>
      {offer ? (
        <Enrolling offer={offer} />
      ) : (
        <Form
          save={save}
          word={t('devices.add')}
          onSubmit={() => save.mutate({ name: form.entry.name.trim(), site: Number(site) })}
        >
          <TextField label={t('devices.name')} required autoFocus {...form.text('name')} />
          <Choice
            label={t('devices.site')}
            value={site}
            onChange={(next) => form.set({ site: next })}
            options={(sites.data ?? []).map((one) => [String(one.id), one.name] as const)}
          />
        </Form>
      )}
    </SidePanel>
  );
}

/** The code that enrols a device: to be read out, or used by this very browser. */
function Enrolling({ offer }: { offer: Offer }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const here = useMutation({
    mutationFn: () => read(api.POST('/api/session/device', { body: { code: offer.code } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ['devices'] }),
  });
  return (
    <Box role="status" sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
      <Box>{t('devices.code', { name: offer.name })}</Box>
      <Box sx={{ fontSize: 34, lineHeight: 1.2 }}>
        <Code strong>{offer.code}</Code>
      </Box>
      <Box>{t('devices.codeHelp', { until: clock(Date.parse(offer.until)) })}</Box>
      {here.isSuccess ? (
        <Box>{t('devices.thisDone', { name: offer.name })}</Box>
      ) : (
        <Button variant="outlined" loading={here.isPending} onClick={() => here.mutate()}>
          {t('devices.thisBrowser')}
        </Button>
      )}
      <ProblemNote problem={here.error} />
    </Box>
  );
}

function OpenedDevice({ device, onClose }: { device: Device; onClose: () => void }) {
  const { t } = useTranslation();
  const [offer, setOffer] = useState<Offer | null>(null);
  const [asking, setAsking] = useState(false);
  const again = useSave(
    ['devices'],
    () => read(api.POST('/api/devices/{id}/code', { params: { path: { id: device.id } } })),
    setOffer,
  );
  const revoke = useSave(
    ['devices'],
    (command) =>
      read(
        api.POST('/api/devices/{id}/revocation', {
          params: { ...command.params, path: { id: device.id } },
        }),
      ),
    () => setAsking(false),
  );
  const rows = [
    [t('devices.site'), device.siteName],
    [t('devices.state'), t(`devices.states.${device.state}`)],
    [t('devices.addedBy'), `${device.addedBy}, ${instant(device.added)}`],
    [t('devices.enrolled'), device.enrolled ? instant(device.enrolled) : t('devices.never')],
    [
      t('devices.lastSeen'),
      device.lastSeen
        ? t('devices.seen', { when: instant(device.lastSeen), person: device.lastPerson })
        : t('devices.never'),
    ],
  ];
  return (
    <SidePanel title={device.name} onClose={onClose}>
      <Box
        component="dl"
        sx={{ display: 'grid', gridTemplateColumns: '110px 1fr', gap: 0.5, '& dd': { m: 0 } }}
      >
        {rows.map(([name, said]) => [
          <Box component="dt" key={name} sx={{ color: 'text.secondary' }}>
            {name}
          </Box>,
          <dd key={`${name} said`}>{said}</dd>,
        ])}
      </Box>
      {offer && <Enrolling offer={offer} />}
      <ProblemNote problem={again.error ?? revoke.error} />
      {device.state !== 'REVOKED' && !asking && (
        <Box sx={{ display: 'flex', gap: 1, mt: 2 }}>
          {!offer && (
            <Button variant="outlined" loading={again.isPending} onClick={() => again.mutate()}>
              {t('devices.again')}
            </Button>
          )}
          <Button variant="outlined" onClick={() => setAsking(true)}>
            {t('devices.revoke')}
          </Button>
        </Box>
      )}
      {asking && (
        <Box role="alert" sx={{ mt: 2, display: 'grid', gap: 1 }}>
          {t('devices.revokeAsk')}
          <Button variant="contained" loading={revoke.isPending} onClick={() => revoke.mutate()}>
            {t('devices.revokeGo', { name: device.name })}
          </Button>
          <Button onClick={() => setAsking(false)}>{t('back')}</Button>
        </Box>
      )}
    </SidePanel>
  );
}
