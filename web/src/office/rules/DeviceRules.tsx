import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { api, read, type Schemas } from '../../api/client';
import { SiteField, useSite } from '../../kit/SiteField';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { Facts } from '../../kit/Facts';
import { Form } from '../../kit/Form';
import { clock, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Device = Schemas['DeviceCard'];
type Offer = Schemas['DeviceOffer'];

/** The shared devices: which there are, where, and when they were seen. */
export function DeviceRules() {
  const { opened, id, open, close } = useOpened();
  const devices = useQuery({ ...question('/api/devices'), refetchInterval: 5_000 });
  const one = devices.data?.find((device) => device.id === id);
  const of = columnsOf<Device>();
  return (
    <TableSpace
      title={t('rules.devices')}
      name="devices"
      actions={
        <Button variant="contained" onClick={() => open('new')}>
          {t('devices.add')}
        </Button>
      }
      over={<Box sx={{ mb: 1 }}>{t('devices.help')}</Box>}
      rows={devices}
      columns={[
        of.text('name', t('devices.name'), 140, { grow: 1 }),
        of.text('siteName', t('devices.site'), 140, { grow: 1 }),
        of.choice('state', t('devices.state'), 200, (state) => t(`devices.states.${state}`)),
        of.moment('lastSeen', t('devices.lastSeen'), 240, {
          grow: 1.4,
          cell: (row) => seen(row),
        }),
      ]}
      none={t('devices.none')}
    >
      {opened === 'new' && <NewDevice onClose={close} />}
      {one && <OpenedDevice key={id} device={one} onClose={close} />}
    </TableSpace>
  );
}

/** When a device was last used, and by whom. */
function seen({ lastSeen, lastPerson }: Device) {
  return lastSeen
    ? t('devices.seen', { when: instant(lastSeen), person: lastPerson })
    : t('devices.never');
}

function NewDevice({ onClose }: { onClose: () => void }) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const save = useSave(['devices'], post('/api/devices'), setOffer);
  const form = useForm({ name: '', site: '' }, save.error);
  const site = useSite(form.entry.site)?.id ?? 0;
  return (
    <SidePanel title={offer?.name ?? t('devices.add')} onClose={onClose}>
      {offer ? (
        <Enrolling offer={offer} />
      ) : (
        <Form
          save={save}
          word={t('devices.add')}
          onSubmit={() => save.mutate({ name: form.entry.name.trim(), site })}
        >
          <TextField label={t('devices.name')} required autoFocus {...form.text('name')} />
          <SiteField label={t('devices.site')} {...form.choice('site')} />
        </Form>
      )}
    </SidePanel>
  );
}

/** The code that enrols a device: to be read out, or used by this very browser. */
function Enrolling({ offer }: { offer: Offer }) {
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
  const [offer, setOffer] = useState<Offer | null>(null);
  const [asking, setAsking] = useState(false);
  const again = useSave(['devices'], post('/api/devices/{id}/code', { id: device.id }), setOffer);
  const revoke = useSave(['devices'], post('/api/devices/{id}/revocation', { id: device.id }), () =>
    setAsking(false),
  );
  return (
    <SidePanel title={device.name} onClose={onClose}>
      <Facts
        facts={[
          [t('devices.site'), device.siteName],
          [t('devices.state'), t(`devices.states.${device.state}`)],
          [t('devices.addedBy'), `${device.addedBy}, ${instant(device.added)}`],
          [t('devices.enrolled'), instant(device.enrolled) || t('devices.never')],
          [t('devices.lastSeen'), seen(device)],
        ]}
      />
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
