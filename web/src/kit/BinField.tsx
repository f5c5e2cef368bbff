import { queryOptions, useQueries, useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { useSites } from '../app/session';
import { Available } from './Available';
import { Code } from './Code';
import { FoundField, useLooking, type FieldOf } from './FoundField';
import { heldOf } from './heldOf';
import { sum } from './sums';

const MOST = 12;

function binsNamed(site: number, words: string) {
  return queryOptions({
    ...question('/api/sites/{id}/bins', { id: site, q: words, limit: MOST }),
    staleTime: 60_000,
  });
}

/** The sites that are meant, and what is left of the words: "KQ.QA" is about one of them. */
function meant(sites: Schemas['SiteCard'][], words: string) {
  const [code, ...rest] = words.toUpperCase().split('.');
  const named = sites.filter((site) => rest.length > 0 && site.code === code);
  return named.length > 0
    ? { sites: named, address: rest.join('.') }
    : { sites, address: words.toUpperCase() };
}

/**
 * A bin, found by how its address begins. First those where the item lies, if one is named, with
 * what is available there. Of one site it is called by its address, else with the site before it.
 */
export function BinField({
  site,
  item = '',
  ...field
}: FieldOf & {
  /** The site whose bins are meant; those of every site if left out. */
  site?: number;
  /** The code of what is to lie there, if that is known. */
  item?: string;
}) {
  const { looking, setLooking, words, settled } = useLooking(field.value);
  const all = useSites().data ?? [];
  const of = meant(
    all.filter((one) => site === undefined || one.id === site),
    words,
  );
  const binned = of.sites.filter((one) => one.binned);
  const called = (code: string | undefined, address: string) =>
    site === undefined ? `${code}.${address}` : address;
  const positions = useQuery({
    ...heldOf(item, site, 'POSITION'),
    enabled: looking && item.trim() !== '',
  });
  const pages = useQueries({
    queries: binned.map((one) => ({
      ...binsNamed(one.id, of.address),
      enabled: looking && words !== '',
    })),
  });
  const held = (positions.data ?? [])
    .map((row) => ({ row, at: of.sites.find((one) => one.name === row.site) }))
    .filter(({ row, at }) => at && row.place?.startsWith(of.address))
    .map(({ row, at }, _, every) => ({
      value: called(at?.code, row.place ?? ''),
      title: <Code>{row.place}</Code>,
      under: [site === undefined && row.site, row.area].filter(Boolean).join(' · '),
      // All lots and pieces of it that lie there.
      beside: (
        <Available
          value={sum(
            every
              .filter((other) => other.row.site === row.site && other.row.place === row.place)
              .map((other) => other.row.available ?? '0'),
          )}
          unit={row.symbol}
        />
      ),
    }));
  const named = pages.flatMap((page, i) =>
    (page.data?.rows ?? [])
      .filter((bin) => bin.active)
      .map((bin) => ({
        value: called(binned[i].code, bin.address),
        title: <Code>{bin.address}</Code>,
        under: [site === undefined && binned[i].name, bin.area].filter(Boolean).join(' · '),
        beside: bin.empty ? t('found.empty') : '',
      })),
  );
  const found = [...held, ...named].filter(
    (one, i, every) => every.findIndex((other) => other.value === one.value) === i,
  );
  const nothing =
    words !== '' &&
    settled &&
    found.length === 0 &&
    pages.length > 0 &&
    pages.every((page) => page.isSuccess);
  return (
    <FoundField
      {...field}
      onLook={setLooking}
      hint={nothing ? t('found.noBin') : undefined}
      found={looking ? found.slice(0, MOST) : []}
    />
  );
}
