import { useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { Available } from './Available';
import { Code } from './Code';
import { date } from './format';
import { FoundField, useLooking, type FieldOf } from './FoundField';
import { heldOf } from './heldOf';

const MOST = 12;

/**
 * A lot or a serial number of an item, of those that are on hand, with where they lie. One that is
 * not there yet is typed.
 */
export function LotField({
  of,
  item,
  site,
  ...field
}: FieldOf & {
  of: 'lot' | 'serial';
  /** The code of the item. */
  item: string;
  /** Where it lies; anywhere if left out. */
  site?: number;
}) {
  const { looking, setLooking, words } = useLooking(field.value);
  const positions = useQuery({
    ...heldOf(item, site, of === 'lot' ? 'LOT' : 'POSITION'),
    enabled: looking && item.trim() !== '',
  });
  const found = (positions.data ?? [])
    .filter((row) => row[of]?.toUpperCase().startsWith(words.toUpperCase()))
    .map((row) => ({
      value: row[of] ?? '',
      title: <Code>{row[of]}</Code>,
      under: [
        of === 'lot' && row.expiry && t('found.until', { day: date(row.expiry) }),
        of === 'serial' && site === undefined && row.site,
        of === 'serial' && row.place,
      ]
        .filter(Boolean)
        .join(' · '),
      beside: of === 'lot' && <Available value={row.available} unit={row.symbol} />,
    }));
  return <FoundField {...field} onLook={setLooking} found={looking ? found.slice(0, MOST) : []} />;
}
