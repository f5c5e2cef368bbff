import { Link } from 'react-router';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { putAnswer } from '../../api/putAnswer';
import { useSites } from '../../app/session';
import { WHOLE_ROW, fieldRow } from '../../kit/fieldRow';
import { BinField } from '../../kit/BinField';
import { Choice, optionsOf } from '../../kit/Choice';
import { LineEditor, written } from '../../kit/LineEditor';
import { PartyField } from '../../kit/PartyField';
import { Part } from '../../kit/SidePanel';
import { Form, Tick } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { decimal, decimalOrNothing, whole, wholeOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';

type Card = Schemas['ItemCard'];
type Entry = Schemas['ItemEntry'];
type PackRow = { name: string; factor: string; barcodes: string };

const BLANK = {
  code: '',
  name: '',
  category: '',
  unit: 'PIECE' as Card['unit'],
  decimals: '0',
  tracking: 'NONE' as Card['tracking'],
  shelfLifeDays: '',
  hazardClass: '',
  storageClass: '',
  lotRule: '',
  serialRule: '',
  active: true,
};
const NO_HOME = { address: '', shelfNote: '', minimum: '', maximum: '', refillPack: '' };
/** The home bin at a site; what belongs to the site as a whole, under its code, has none. */
function homeBin(home: typeof NO_HOME | undefined, site: Schemas['SiteCard']) {
  return home && home.address !== site.code ? home.address : '';
}

const NO_PACK: PackRow = { name: '', factor: '', barcodes: '' };

const TRACKINGS = everyOf<Schemas['ItemEntry']['tracking']>()([
  'NONE',
  'LOT',
  'SERIAL',
  'LOT_AND_SERIAL',
]);

/** An item as it is entered or changed. */
export function ItemForm({ card, onDone }: { card?: Card; onDone?: () => void }) {
  const queries = useQueryClient();
  const sites = useSites();
  const units = useQuery({ ...question('/api/units'), staleTime: Infinity });
  const categories = useQuery(question('/api/categories'));
  const save = useSave(
    ['items'],
    card ? put('/api/items/{id}', { id: card.id }) : post('/api/items'),
    (saved) => {
      putAnswer(queries, question('/api/items/{id}', { id: saved.id }).queryKey, saved);
      onDone?.();
    },
  );
  const form = useForm(
    {
      ...startOf(BLANK, card),
      barcodes: card?.barcodes.join(', ') ?? '',
      packs:
        card?.packs.map((pack) => ({
          ...startOf(NO_PACK, pack),
          barcodes: pack.barcodes.join(', '),
        })) ?? [],
    },
    save.error,
  );
  const [homes, setHomes] = useState<Record<number, typeof NO_HOME>>(() =>
    Object.fromEntries((card?.homes ?? []).map((home) => [home.site, startOf(NO_HOME, home)])),
  );

  const submit = () => {
    const entry = form.entry;
    save.mutate({
      ...entry,
      version: card?.version,
      code: entry.code.trim().toUpperCase(),
      decimals: whole(entry.decimals),
      shelfLifeDays: wholeOrNothing(entry.shelfLifeDays),
      lotRule: entry.lotRule.trim(),
      serialRule: entry.serialRule.trim(),
      barcodes: list(entry.barcodes),
      packs: written(entry.packs, NO_PACK).map((pack) => ({
        ...card?.packs.find((known) => known.name === pack.name),
        id: 0,
        name: pack.name.trim(),
        factor: decimal(pack.factor),
        barcodes: list(pack.barcodes),
      })) as Entry['packs'],
      homes: Object.entries(homes)
        .filter(([, home]) => home.address || home.shelfNote)
        .map(([site, home]) => ({
          site: Number(site),
          place: null,
          address: home.address || null,
          shelfNote: home.shelfNote,
          minimum: decimalOrNothing(home.minimum) ?? null,
          maximum: decimalOrNothing(home.maximum) ?? null,
          refillPack: (home.maximum && home.refillPack) || null,
        })),
    });
  };

  const changeHome = (site: number, changes: Partial<typeof NO_HOME>) =>
    setHomes((before) => ({ ...before, [site]: { ...NO_HOME, ...before[site], ...changes } }));
  const packNames = form.entry.packs.map((pack) => pack.name.trim()).filter(Boolean);

  return (
    <Form save={save} onSubmit={submit}>
      <Box sx={{ ...fieldRow(2), mt: 1 }}>
        <TextField label={t('item.code')} required disabled={!!card} {...form.text('code')} />
        <PartyField
          label={t('item.category')}
          open
          parties={categories.data?.map((name) => ({ name }))}
          {...form.chosen('category')}
        />
        <TextField label={t('item.name')} required sx={WHOLE_ROW} {...form.text('name')} />
        <Choice
          label={t('item.unit')}
          value={form.entry.unit}
          onChange={(unit) =>
            form.set({
              unit,
              decimals: String(units.data?.find((one) => one.unit === unit)?.usualDecimals ?? 0),
            })
          }
          options={(units.data ?? []).map(
            (one) => [one.unit, `${t(`unit.${one.unit}`)} (${one.code})`] as const,
          )}
        />
        <NumberField label={t('item.decimals')} {...form.text('decimals')} />
        <Choice
          label={t('item.tracking')}
          {...form.choice('tracking')}
          options={optionsOf(TRACKINGS, (one) => t(`tracking.${one}`))}
        />
        <NumberField label={t('item.shelfLife')} {...form.text('shelfLifeDays')} />
        <TextField label={t('item.hazard')} {...form.text('hazardClass')} />
        <TextField label={t('item.storage')} {...form.text('storageClass')} />
        <TextField
          label={t('item.lotRule')}
          placeholder="L{yy}{mm}{dd}-{nn}"
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('lotRule')}
        />
        <TextField
          label={t('item.serialRule')}
          placeholder="S{yy}{mm}{dd}-{nnn}"
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('serialRule')}
        />
        <TextField label={t('item.barcodes')} sx={WHOLE_ROW} {...form.text('barcodes')} />
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
      <LineEditor
        title={t('item.packs')}
        {...form.lines('packs')}
        empty={NO_PACK}
        tracks="1fr 90px 2fr"
        add={t('pack.add')}
        none={t('pack.what')}
      >
        {(pack) => (
          <>
            <TextField label={t('pack.name')} {...pack.text('name')} />
            <NumberField label={t('pack.factor')} {...pack.text('factor')} />
            <TextField label={t('item.barcodes')} {...pack.text('barcodes')} />
          </>
        )}
      </LineEditor>
      <Part title={t('item.homes')}>
        {sites.data?.map((site) => (
          <Box
            key={site.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: '140px 1fr',
              gap: 1,
              mt: 1,
              '& > span': { pt: 1 },
            }}
          >
            <span>{site.name}</span>
            {site.binned ? (
              <Box sx={{ display: 'grid', gap: 1 }}>
                <BinField
                  label={t('item.homeBin')}
                  site={site.id}
                  item={card?.code}
                  value={homeBin(homes[site.id], site)}
                  onChange={(address) => changeHome(site.id, { address })}
                />
                {site.binsForSome && !homeBin(homes[site.id], site) && (
                  <TextField
                    label={t('item.shelfNote')}
                    value={homes[site.id]?.shelfNote ?? ''}
                    onChange={(event) => changeHome(site.id, { shelfNote: event.target.value })}
                    helperText={t('item.binsForSome')}
                  />
                )}
                {card && site.binsForSome && homeBin(homes[site.id], site) && (
                  <Link to={`/office/rules/binning/${site.id}?item=${card.id}`}>
                    {t('binning.openItem')}
                  </Link>
                )}
                {homeBin(homes[site.id], site) && (
                  <RefilledBy
                    home={homes[site.id]}
                    packs={packNames}
                    onChange={(changes) => changeHome(site.id, changes)}
                  />
                )}
              </Box>
            ) : (
              <TextField
                label={t('item.shelfNote')}
                value={homes[site.id]?.shelfNote ?? ''}
                onChange={(event) => changeHome(site.id, { shelfNote: event.target.value })}
              />
            )}
          </Box>
        ))}
      </Part>
    </Form>
  );
}

/** A home bin that is refilled from bulk: when, how far, and in what. */
function RefilledBy({
  home,
  packs,
  onChange,
}: {
  home: typeof NO_HOME;
  packs: string[];
  onChange: (changes: Partial<typeof NO_HOME>) => void;
}) {
  return (
    <Box sx={fieldRow(3, 1)}>
      <NumberField
        label={t('refill.minimum')}
        value={home.minimum}
        onChange={(event) => onChange({ minimum: event.target.value })}
      />
      <NumberField
        label={t('refill.maximum')}
        value={home.maximum}
        onChange={(event) => onChange({ maximum: event.target.value })}
      />
      <Choice
        label={t('refill.pack')}
        value={home.refillPack}
        options={optionsOf(packs, (name) => name, t('refill.pieces'))}
        onChange={(refillPack) => onChange({ refillPack })}
      />
    </Box>
  );
}

function list(text: string): string[] {
  return text
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter(Boolean);
}
