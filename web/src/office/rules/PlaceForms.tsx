import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import { api, read, type Schemas } from '../../api/client';
import { fieldRow } from '../../kit/fieldRow';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ProblemNote } from '../../kit/ProblemNote';
import { RowChanges } from '../../kit/RowChanges';
import { Form, FormOf, Tick } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { amountOrNothing, soFar, whole, wholeOrNothing } from '../../kit/numbers';
import { DateField } from '../../kit/DateField';
import { LineEditor, written } from '../../kit/LineEditor';
import { LanguageChoice } from '../../kit/LanguageChoice';
import { NumberField } from '../../kit/NumberField';
import { WeekDays, type WeekDay } from '../../kit/WeekDays';
import { everyOf } from '../../kit/everyOf';

const PURPOSES = everyOf<Schemas['AreaEntry']['purpose']>()([
  'RECEIVE',
  'INSPECT',
  'STORE',
  'PICK',
  'PACK',
  'HOLD',
  'SCRAP',
]);
const MIXINGS = everyOf<Schemas['BinTraits']['mixing']>()([
  'ANYTHING',
  'ONE_ITEM',
  'ONE_ITEM_AND_LOT',
]);

const FLOWS = everyOf<NonNullable<Schemas['SiteEntry']['inboundFlow']>>()([
  'STRAIGHT_IN',
  'DOCK_FIRST',
  'DOCK_CHECK',
]);

const FLOWS_OUT = everyOf<NonNullable<Schemas['SiteEntry']['outboundFlow']>>()([
  'PICK_AND_GO',
  'PICK_HAND_OVER',
  'PICK_PACK_HAND_OVER',
]);

const SITE = {
  code: '',
  name: '',
  binned: true,
  street: '',
  town: '',
  inboundFlow: 'DOCK_FIRST' as (typeof FLOWS)[number],
  overflowArea: '',
  overPercent: '10',
  virtual: false,
  gln: '',
  outboundFlow: 'PICK_HAND_OVER' as (typeof FLOWS_OUT)[number],
  shortestRound: false,
  targetScanned: false,
  unplannedReviewed: false,
  binsForSome: false,
  workingDays: ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY'] as WeekDay[],
  transferDays: '1',
  allocateAhead: '',
  holidays: [] as { day: string; name: string }[],
  language: '',
};
const HOLIDAY = { day: '', name: '' };
const AREA = { code: '', name: '', purpose: 'STORE' as (typeof PURPOSES)[number] };
const BIN = {
  areaId: '',
  walk: '',
  active: true,
  mixing: 'ANYTHING' as (typeof MIXINGS)[number],
  storageClass: '',
  maxVolume: '',
  maxWeight: '',
  maxUnitLoads: '',
};
const OLD = ['sites', 'bins'];

export function SiteForm({ site, onDone }: { site?: Schemas['SiteCard']; onDone?: () => void }) {
  const save = useSave(
    OLD,
    site ? put('/api/sites/{id}', { id: site.id }) : post('/api/sites'),
    onDone,
  );
  const form = useForm(
    {
      ...startOf(SITE, site),
      timeZone: site?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
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
          overflowArea: form.entry.overflowArea ? Number(form.entry.overflowArea) : undefined,
          overPercent: amountOrNothing(form.entry.overPercent) ?? 0,
          transferDays: wholeOrNothing(form.entry.transferDays) ?? 0,
          allocateAhead: wholeOrNothing(form.entry.allocateAhead),
          holidays: written(form.entry.holidays, HOLIDAY),
          version: site?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!site} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <TextField label={t('places.timeZone')} required {...form.text('timeZone')} />
      <TextField label={t('places.street')} {...form.text('street')} />
      <TextField label={t('places.town')} {...form.text('town')} />
      <TextField label={t('places.gln')} {...form.text('gln')} />
      <LanguageChoice {...form.choice('language')} />
      {!site && (
        <Tick
          label={t('places.virtual')}
          checked={form.entry.virtual}
          onChange={(virtual) => form.set(virtual ? { virtual, binned: false } : { virtual })}
        />
      )}
      <Tick
        label={t('places.binned')}
        checked={form.entry.binned}
        disabled={site?.binned || form.entry.virtual}
        onChange={(binned) => form.set({ binned })}
      />
      {form.entry.binned && (!site || !site.binned || site.binsForSome) && (
        <Tick label={t('places.binsForSome')} {...form.tick('binsForSome')} />
      )}
      {site && (!site.binned || site.binsForSome) && (
        <Box sx={{ color: 'text.secondary' }}>
          {t(form.entry.binsForSome && form.entry.binned ? 'binning.whenSome' : 'binning.whenOn')}
        </Box>
      )}
      {site && <Link to={`/office/rules/binning/${site.id}`}>{t('binning.open')}</Link>}
      <Choice
        label={t('places.flow')}
        {...form.choice('inboundFlow')}
        options={optionsOf(FLOWS, (flow) => t(`places.flows.${flow}`))}
      />
      <Choice
        label={t('places.flowOut')}
        {...form.choice('outboundFlow')}
        options={optionsOf(FLOWS_OUT, (flow) => t(`places.flowsOut.${flow}`))}
      />
      {form.entry.binned && (
        <>
          <Tick label={t('places.targetScanned')} {...form.tick('targetScanned')} />
          <Tick label={t('places.shortestRound')} {...form.tick('shortestRound')} />
        </>
      )}
      <Tick label={t('places.unplannedReviewed')} {...form.tick('unplannedReviewed')} />
      <NumberField label={t('places.overPercent')} {...form.text('overPercent')} />
      {site && (
        <Choice
          label={t('places.overflow')}
          {...form.choice('overflowArea')}
          options={optionsById(site.areas, t('places.noOverflow'))}
        />
      )}
      <WeekDays
        label={t('places.workingDays')}
        value={form.entry.workingDays}
        onChange={(workingDays) => form.set({ workingDays })}
      />
      <NumberField label={t('places.transferDays')} {...form.text('transferDays')} />
      <NumberField
        label={t('places.allocateAhead')}
        placeholder={t('places.allocateNever')}
        {...form.text('allocateAhead')}
      />
      <LineEditor
        title={t('places.holidays')}
        {...form.lines('holidays')}
        empty={HOLIDAY}
        tracks="150px 1fr"
        add={t('places.addHoliday')}
        optional
        none={form.entry.holidays.length === 0 && t('places.noHolidays')}
      >
        {(line) => (
          <>
            <DateField label={t('places.holiday')} required {...line.text('day')} />
            <TextField label={t('places.holidayName')} {...line.text('name')} />
          </>
        )}
      </LineEditor>
    </Form>
  );
}

export function AreaForm({
  site,
  area,
  onDone,
}: {
  site: number;
  area?: Schemas['AreaCard'];
  onDone?: () => void;
}) {
  const save = useSave(
    OLD,
    area ? put('/api/areas/{id}', { id: area.id }) : post('/api/sites/{id}/areas', { id: site }),
    onDone,
  );
  const form = useForm(startOf(AREA, area), save.error);
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...form.entry,
          code: form.entry.code.trim().toUpperCase(),
          version: area?.version,
        })
      }
    >
      <TextField label={t('places.code')} required disabled={!!area} {...form.text('code')} />
      <TextField label={t('places.name')} required {...form.text('name')} />
      <Choice
        label={t('bins.purpose')}
        {...form.choice('purpose')}
        options={optionsOf(PURPOSES, (one) => t(`purpose.${one}`))}
      />
    </Form>
  );
}

export function RackForm({ site, onDone }: { site: Schemas['SiteCard']; onDone: () => void }) {
  const save = useSave(OLD, post('/api/racks'), onDone);
  const form = useForm(
    {
      areaId: String(site.areas[0]?.id ?? ''),
      pattern: '',
      walkFrom: '0',
      walkStep: '10',
      levels: '1',
      mixing: 'ANYTHING' as (typeof MIXINGS)[number],
      storageClass: '',
    },
    save.error,
  );
  const entry: Schemas['RackEntry'] = {
    areaId: Number(form.entry.areaId),
    pattern: form.entry.pattern.trim().toUpperCase(),
    walkFrom: Number(soFar(form.entry.walkFrom) ?? 0),
    walkStep: Number(soFar(form.entry.walkStep) ?? 1),
    levels: Number(soFar(form.entry.levels) ?? 1),
    traits: {
      mixing: form.entry.mixing,
      storageClass: form.entry.storageClass,
      maxVolume: null,
      maxWeight: null,
      maxUnitLoads: null,
      x: null,
      y: null,
    },
  };
  const preview = useQuery({
    queryKey: ['racks', entry],
    queryFn: () => read(api.POST('/api/racks/preview', { body: entry })),
    enabled: entry.pattern.length > 0 && Number(form.entry.areaId) > 0,
    retry: false,
    placeholderData: (before) => before,
  });
  const rack = entry.pattern && !preview.error ? preview.data : undefined;
  return (
    <Form
      save={save}
      word={rack ? t('rack.go', { count: rack.count }) : t('places.addRack')}
      onSubmit={() =>
        save.mutate({
          ...entry,
          walkFrom: whole(form.entry.walkFrom),
          walkStep: whole(form.entry.walkStep),
          levels: whole(form.entry.levels),
        })
      }
    >
      <Box>{t('rack.what')}</Box>
      <Choice label={t('area')} {...form.choice('areaId')} options={optionsById(site.areas)} />
      <TextField
        label={t('rack.pattern')}
        placeholder="QA-[01..12]-[A..E]"
        required
        autoFocus
        {...form.text('pattern')}
      />
      {entry.pattern && <ProblemNote problem={preview.error} />}
      {rack && (
        <Box
          sx={{ borderLeft: 4, borderColor: rack.taken.length ? 'error.main' : 'divider', pl: 1.5 }}
        >
          <b>{t('rack.makes', { count: rack.count })}</b>
          <Box>
            <Code>
              {rack.first.join(', ')}
              {rack.count > rack.first.length && ` … ${rack.last}`}
            </Code>
          </Box>
          {rack.taken.length > 0 && (
            <Box sx={{ color: 'error.main' }}>
              {t('rack.taken')} <Code>{rack.taken.join(', ')}</Code>
            </Box>
          )}
        </Box>
      )}
      <Box sx={fieldRow(3, 1)}>
        <NumberField label={t('rack.walkFrom')} {...form.text('walkFrom')} />
        <NumberField label={t('rack.walkStep')} {...form.text('walkStep')} />
        <NumberField label={t('rack.levels')} {...form.text('levels')} />
      </Box>
      <Choice
        label={t('bins.mixing')}
        {...form.choice('mixing')}
        options={optionsOf(MIXINGS, (one) => t(`mixing.${one}`))}
      />
      <TextField label={t('bins.storage')} {...form.text('storageClass')} />
    </Form>
  );
}

export function BinForm({ id, site }: { id: number; site: Schemas['SiteCard'] }) {
  const bin = useQuery(question('/api/bins/{id}', { id }));
  return bin.data ? (
    <>
      <FormOf of={bin.data}>{(shown) => shown && <KnownBinForm bin={shown} site={site} />}</FormOf>
      <RowChanges table="bins" row={`${site.code} · ${bin.data.address}`} />
    </>
  ) : (
    <ProblemNote problem={bin.error ?? (bin.isPending ? undefined : t('loading'))} />
  );
}

function KnownBinForm({ bin, site }: { bin: Schemas['BinCard']; site: Schemas['SiteCard'] }) {
  const save = useSave(OLD, put('/api/bins/{id}', { id: bin.id }));
  const form = useForm(startOf(BIN, bin), save.error);
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          version: bin.version,
          areaId: Number(form.entry.areaId),
          walk: whole(form.entry.walk),
          active: form.entry.active,
          traits: {
            mixing: form.entry.mixing,
            storageClass: form.entry.storageClass,
            maxVolume: amountOrNothing(form.entry.maxVolume) ?? null,
            maxWeight: amountOrNothing(form.entry.maxWeight) ?? null,
            maxUnitLoads: wholeOrNothing(form.entry.maxUnitLoads) ?? null,
            x: bin.x,
            y: bin.y,
          },
        })
      }
    >
      <Box sx={{ fontSize: 26 }}>
        <Code strong>{bin.address}</Code>
      </Box>
      <Choice label={t('area')} {...form.choice('areaId')} options={optionsById(site.areas)} />
      <NumberField label={t('bins.walk')} {...form.text('walk')} />
      <Choice
        label={t('bins.mixing')}
        {...form.choice('mixing')}
        options={optionsOf(MIXINGS, (one) => t(`mixing.${one}`))}
      />
      <TextField label={t('bins.storage')} {...form.text('storageClass')} />
      <Box sx={fieldRow(3, 1)}>
        <NumberField label={t('bins.maxVolume')} {...form.text('maxVolume')} />
        <NumberField label={t('bins.maxWeight')} {...form.text('maxWeight')} />
        <NumberField label={t('bins.maxLoads')} {...form.text('maxUnitLoads')} />
      </Box>
      <Tick label={t('bins.active')} {...form.tick('active')} />
    </Form>
  );
}
