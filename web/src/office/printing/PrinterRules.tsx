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
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Printer = Schemas['PrinterCard'];

const BLANK = { code: '', name: '', address: '', labels: true, papers: true, active: true };

/** What a printer prints. */
function prints({ labels, papers }: Printer) {
  return t(labels ? (papers ? 'printers.both' : 'printers.labels') : 'printers.papers');
}

/** The printers of the house, by their addresses. */
export function PrinterRules() {
  const may = useMay('RULES');
  const printers = useQuery(question('/api/printers'));
  const of = columnsOf<Printer>();
  return (
    <CardSpace
      title={t('printers.title')}
      name="printers"
      logged={(shown) => ['printers', shown.code]}
      add={t('printers.add')}
      may={may}
      rows={printers}
      columns={[
        of.code('code', t('places.code'), 110),
        of.text('name', t('places.name'), 180, { grow: 1 }),
        of.shown('site', t('site'), 170, (row) => row.site ?? t('printers.everySite')),
        of.shown('address', t('printers.address'), 240, (row) => row.address || t('printers.tray')),
        of.shown('labels', t('printers.prints'), 150, prints),
        of.shown('active', t('item.state'), 90, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('printers.none')}
    >
      {(shown, onDone) => (
        <>
          <PrinterForm printer={shown} onDone={onDone} />
          {shown && may && <Condition key={shown.version} printer={shown} />}
          {shown?.address === '' && <Tray />}
        </>
      )}
    </CardSpace>
  );
}

function PrinterForm({ printer, onDone }: { printer?: Printer; onDone?: () => void }) {
  const sites = useSites().data ?? [];
  const save = useSave(
    ['printers'],
    printer ? put('/api/printers/{id}', { id: printer.id }) : post('/api/printers'),
    onDone,
  );
  const form = useForm(
    { ...startOf(BLANK, printer), site: String(printer?.siteId ?? '') },
    save.error,
  );
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
          version: printer?.version,
        });
      }}
    >
      <TextField label={t('places.code')} required {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField
        label={t('printers.address')}
        placeholder="ipp://"
        {...form.text('address')}
        helperText={form.text('address').helperText ?? t('printers.addressHelp')}
      />
      <Choice
        label={t('site')}
        {...form.choice('site')}
        options={[['', t('printers.everySite')], ...optionsById(sites)]}
      />
      <Box>
        <Tick label={t('printers.labels')} {...form.tick('labels')} />
        <Tick label={t('printers.papers')} {...form.tick('papers')} />
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
    </Form>
  );
}

/** How a printer is at this moment, as it says itself. */
function Condition({ printer }: { printer: Printer }) {
  const is = useQuery({
    ...question('/api/printers/{id}/condition', { id: printer.id }),
    staleTime: 0,
  });
  const test = useSave(
    ['print-jobs', 'tray'],
    post('/api/printers/{id}/test-page', { id: printer.id }),
  );
  return (
    <Part title={t('printers.now')}>
      {is.data && (
        <Box sx={{ color: is.data.ready ? undefined : 'error.main', overflowWrap: 'anywhere' }}>
          {is.data.ready
            ? t('printers.ready', { name: is.data.said })
            : is.data.reached
              ? t('printers.notReady', { why: is.data.said })
              : is.data.said}
        </Box>
      )}
      <ProblemNote problem={is.error ?? test.error} />
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button variant="outlined" loading={test.isPending} onClick={() => test.mutate()}>
          {t('printers.test')}
        </Button>
        <Button loading={is.isFetching} onClick={() => void is.refetch()}>
          {t('printers.ask')}
        </Button>
      </Box>
      {test.isSuccess && <Box role="status">{t('printers.tested')}</Box>}
    </Part>
  );
}

/** What has come out of the printer that ships along. */
function Tray() {
  const may = useMay('PEOPLE');
  const tray = useQuery({ ...question('/api/tray'), enabled: may, refetchInterval: 3_000 });
  if (!may) {
    return null;
  }
  return (
    <Part title={t('labels.tray')}>
      <Box sx={{ color: 'text.secondary', mb: 1 }}>{t('labels.trayHelp')}</Box>
      <ProblemNote problem={tray.error} />
      {tray.data?.map((one) => (
        <Box key={one.id} sx={{ py: 0.75, borderTop: 1, borderColor: 'divider' }}>
          <a href={`/api/tray/${one.id}`} target="_blank" rel="noreferrer">
            {one.title}
          </a>
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
            {one.copies > 1 && `${t('printing.copies', { count: one.copies })} · `}
            {one.person}, {instant(one.at)}
          </Box>
        </Box>
      ))}
      {tray.data?.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('labels.trayEmpty')}</Box>
      )}
    </Part>
  );
}
