import { queryOptions, useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import { Available } from './Available';
import { Code } from './Code';
import { FoundField, useLooking, type FieldOf } from './FoundField';

const MOST = 12;

/** Items that have certain words. */
export function itemsNamed(words: string) {
  return queryOptions({ ...question('/api/items', { q: words, limit: MOST }), staleTime: 60_000 });
}

function heldOfItems(words: string, site: number | undefined) {
  return queryOptions({
    ...question('/api/on-hand', { q: words, site, limit: 100 }),
    staleTime: 10_000,
  });
}

/**
 * An item, found by any words of its name or its code, with what there is of it. What is typed or
 * scanned stays as it is: a barcode is read by the server.
 */
export function ItemField({
  site,
  name,
  ...field
}: FieldOf & {
  /** Where what there is of it is asked; everywhere if left out. */
  site?: number;
  /** What it is called, where that is known before anyone looks. */
  name?: string;
  unknown?: boolean;
}) {
  const { looking, setLooking, words, settled } = useLooking(field.value);
  const wanted = looking && words !== '';
  const items = useQuery({ ...itemsNamed(words), enabled: wanted });
  const held = useQuery({ ...heldOfItems(words, site), enabled: wanted });
  // What is known stays when one goes on: words that vanish would move the button under a click.
  const rows = (words !== '' && items.data?.rows) || [];
  const known = rows.find((one) => one.code === field.value.trim().toUpperCase());
  const nothing = words !== '' && settled && items.data?.total === 0;
  return (
    <FoundField
      {...field}
      onLook={setLooking}
      hint={known?.name ?? name ?? (nothing || field.unknown ? t('found.noItem') : undefined)}
      found={(looking ? rows : []).map((one) => {
        const row = held.data?.rows.find((each) => each.itemId === one.id);
        return {
          value: one.code,
          title: one.name,
          under: <Code>{one.code}</Code>,
          beside: held.data && <Available value={row?.available ?? null} unit={row?.symbol} />,
        };
      })}
    />
  );
}
