import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { question } from '../api/ask';
import type { FieldOf } from './FoundField';
import { ItemField, itemsNamed } from './ItemField';
import { meantBy, PartyField, type Named } from './PartyField';

/** Where all are asked that may be meant. */
const ALL = {
  SUPPLIER: '/api/suppliers',
  CUSTOMER: '/api/customers',
  PERSON: '/api/people/names',
  REASON: '/api/movement-kinds',
} as const;

/** What a field or a condition can be about, that the house knows by a number. */
export type Referred = keyof typeof ALL | 'ITEM';

type Known = Named & { id: number; active?: boolean };

function useAll(of: Referred): readonly Known[] | undefined {
  return useQuery({ ...question(ALL[of === 'ITEM' ? 'PERSON' : of]), enabled: of !== 'ITEM' }).data;
}

function useItem(id: string) {
  return useQuery({ ...question('/api/items/{id}', { id: Number(id) }), enabled: id !== '' }).data;
}

/** What one is called, as soon as it is known. */
export function useReferred(of: Referred, id: string): string | undefined {
  const all = useAll(of);
  const item = useItem(of === 'ITEM' ? id : '');
  return of === 'ITEM' ? item?.code : all?.find((one) => String(one.id) === id)?.name;
}

/**
 * One that the house knows, by any words or a scan: it tells which is meant, and nothing before that
 * is known. A form is not sent while nothing is meant by what stands there.
 */
export function ReferenceField({
  of,
  value,
  onChange,
  ...field
}: Omit<FieldOf, 'onChange'> & {
  of: Referred;
  /** Its number; nothing where none is chosen. */
  value: string;
  onChange: (id: string) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const all = useAll(of)?.filter((one) => one.active !== false || String(one.id) === value);
  const chosen = useReferred(of, value);
  const items = useQuery({
    ...itemsNamed(typed?.trim() ?? ''),
    enabled: of === 'ITEM' && Boolean(typed?.trim()),
  });
  const known: readonly Known[] | undefined = of === 'ITEM' ? items.data?.rows : all;
  const text = typed ?? chosen ?? '';
  const meant = meantBy(text, known);
  // What is typed may be known only later.
  const told = meant ? String(meant.id) : text.trim() === '' ? '' : undefined;
  const tell = useEffectEvent((id: string) => onChange(id));
  useEffect(() => {
    if (typed !== undefined && told !== undefined) {
      tell(told);
    }
  }, [typed, told]);
  const bound = { ...field, value: text, onChange: setTyped };
  const unknown = typed !== undefined && told === undefined;
  return of === 'ITEM' ? (
    <ItemField {...bound} unknown={unknown} />
  ) : (
    <PartyField {...bound} parties={all} unknown={unknown} />
  );
}
