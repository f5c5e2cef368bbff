import TextField from '@mui/material/TextField';
import type { ComponentProps, ReactNode } from 'react';
import { t } from '../../app/words';
import { ItemField } from '../../kit/ItemField';
import { LineEditor, written } from '../../kit/LineEditor';
import { NumberField } from '../../kit/NumberField';
import { amountOrNothing, decimal, wholeOrNothing } from '../../kit/numbers';
import { startOf } from '../../kit/useForm';
import { supplierSite, type SupplyRule } from './SupplyRuleChoice';

/** A line of goods as a document asks for them; a document uses what of it is its own. */
export interface GoodsLine {
  item: string;
  packs: string;
  pack: string;
  lot: string;
  price: string;
  /** The code of its tax; empty for what was agreed. */
  tax: string;
  minimumLife: string;
  oneLot: boolean;
  /** How it is met; empty for what the policy says. */
  supply: SupplyRule | '';
  /** The site that is asked for what stock does not meet. */
  supplyFrom: string;
}

const EMPTY: GoodsLine = {
  ...{ item: '', packs: '', pack: '', lot: '' },
  ...{ price: '', tax: '', minimumLife: '', oneLot: false },
  ...{ supply: '', supplyFrom: '' },
};

/** The lines of a document as a form begins with them. */
export function goodsLines(
  known:
    | readonly {
        item: string;
        lot?: string | null;
        serial?: string | null;
        tax?: { code: string } | null;
        supply?: SupplyRule | null;
      }[]
    | undefined,
): GoodsLine[] {
  return known
    ? known.map((line) => ({
        ...startOf(EMPTY, line),
        lot: line.lot ?? line.serial ?? '',
        tax: line.tax?.code ?? '',
        supply: line.supply ?? '',
      }))
    : [EMPTY];
}

/** The lines as they are sent: what is blank is left out. */
export function sentLines(lines: readonly GoodsLine[]) {
  return written(lines, EMPTY).map((line) => ({
    item: line.item.trim(),
    packs: decimal(line.packs),
    pack: line.pack.trim(),
    lot: line.lot.trim() || undefined,
    price: amountOrNothing(line.price),
    tax: line.tax || undefined,
    minimumLife: wholeOrNothing(line.minimumLife),
    oneLot: line.oneLot || undefined,
    supply: line.supply || undefined,
    supplyFrom: supplierSite(line.supply, line.supplyFrom),
  }));
}

type Editor = ComponentProps<typeof LineEditor<GoodsLine>>;

/** Writes lines of goods: which, how many, in which pack, and what its document asks besides. */
export function GoodsLines({
  site,
  children,
  ...editor
}: Omit<Editor, 'empty' | 'children' | 'title' | 'add'> & {
  /** Where what there is of them is asked. */
  site: number;
  children: (line: Parameters<Editor['children']>[0]) => ReactNode;
}) {
  return (
    <LineEditor title={t('transfer.lines')} add={t('transfer.addLine')} {...editor} empty={EMPTY}>
      {(line) => (
        <>
          <ItemField label={t('item.item')} site={site || undefined} {...line.chosen('item')} />
          <NumberField label={t('quantity')} {...line.text('packs')} />
          <TextField label={t('pack.name')} {...line.text('pack')} />
          {children(line)}
        </>
      )}
    </LineEditor>
  );
}
