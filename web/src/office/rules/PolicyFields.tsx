import Box from '@mui/material/Box';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { fieldRow } from '../../kit/fieldRow';
import { Choice, optionsOf } from '../../kit/Choice';
import { everyOf } from '../../kit/everyOf';
import { NumberField } from '../../kit/NumberField';
import { SupplyRuleChoice, supplierSite, supplyRules } from '../coming/SupplyRuleChoice';
import { decimal, decimalOrNothing, whole } from '../../kit/numbers';
import type { bound } from '../../kit/useForm';

type Figures = Schemas['PolicyFigures'];

export const KINDS = everyOf<Figures['kind']>()([
  'POINT_AND_QUANTITY',
  'POINT_AND_UP_TO',
  'ONLY_FOR_ORDERS',
  'NONE',
]);

/** The figures of a policy as they stand in a form; those of a new one are what most begin with. */
export function startOfFigures(figures?: Figures) {
  return {
    kind: figures?.kind ?? ('POINT_AND_QUANTITY' as Figures['kind']),
    point: figures?.point ?? '',
    quantity: figures?.quantity ?? '',
    upTo: figures?.upTo ?? '',
    servicePercent: String(figures?.servicePercent ?? '95'),
    reviewDays: String(figures?.reviewDays ?? '1'),
    windowDays: String(figures?.windowDays ?? '365'),
    orderCost: String(figures?.orderCost ?? '12'),
    holdingPercent: String(figures?.holdingPercent ?? '20'),
    forOrders: figures?.forOrders ?? ('FROM_STOCK' as Figures['forOrders']),
    forOrdersFrom: String(figures?.forOrdersFrom ?? ''),
  };
}

export type FigureFields = ReturnType<typeof startOfFigures>;

function hasPoint({ kind }: Pick<FigureFields, 'kind'>): boolean {
  return kind === 'POINT_AND_QUANTITY' || kind === 'POINT_AND_UP_TO';
}

/** What was entered; what was left empty is worked out. */
export function figuresOf(now: FigureFields, fixed: boolean): Figures {
  const figure = (text: string, holds: boolean) =>
    fixed && holds ? (decimalOrNothing(text) ?? null) : null;
  return {
    kind: now.kind,
    point: figure(now.point, hasPoint(now)),
    quantity: figure(now.quantity, now.kind === 'POINT_AND_QUANTITY'),
    upTo: figure(now.upTo, now.kind === 'POINT_AND_UP_TO'),
    servicePercent: Number(decimal(now.servicePercent)),
    reviewDays: whole(now.reviewDays),
    windowDays: whole(now.windowDays),
    orderCost: Number(decimal(now.orderCost)),
    holdingPercent: Number(decimal(now.holdingPercent)),
    forOrders: now.forOrders,
    forOrdersFrom: supplierSite(now.forOrders, now.forOrdersFrom) ?? null,
  };
}

const TWO = fieldRow(2);

/** The fields of a policy's figures. */
export function PolicyFields<E extends FigureFields>({
  form,
  fixed,
}: {
  form: Pick<ReturnType<typeof bound<E>>, 'entry' | 'choice' | 'text'>;
  /** Whether figures may be fixed: those of one item. */
  fixed: boolean;
}) {
  const now = form.entry;
  const point = hasPoint(now);
  const computed = {
    placeholder: t('policy.computed'),
    slotProps: { inputLabel: { shrink: true } },
  };
  return (
    <>
      <Choice
        label={t('policy.kindTitle')}
        {...form.choice('kind')}
        options={optionsOf(KINDS, (kind) => t(`policy.kind.${kind}`))}
      />
      <Box sx={{ color: 'text.secondary' }}>{t(`policy.help.${now.kind}`)}</Box>
      {fixed && point && (
        <Box sx={TWO}>
          <NumberField label={t('policy.point')} {...form.text('point')} {...computed} />
          {now.kind === 'POINT_AND_QUANTITY' ? (
            <NumberField label={t('policy.quantity')} {...form.text('quantity')} {...computed} />
          ) : (
            <NumberField label={t('policy.upTo')} {...form.text('upTo')} {...computed} />
          )}
        </Box>
      )}
      {now.kind !== 'NONE' && (
        <Box sx={TWO}>
          {point && (
            <NumberField label={t('policy.service')} required {...form.text('servicePercent')} />
          )}
          <NumberField label={t('policy.review')} required {...form.text('reviewDays')} />
          <NumberField label={t('policy.window')} required {...form.text('windowDays')} />
          {point && (
            <>
              <NumberField label={t('policy.orderCost')} required {...form.text('orderCost')} />
              <NumberField label={t('policy.holding')} required {...form.text('holdingPercent')} />
            </>
          )}
        </Box>
      )}
      <SupplyRuleChoice
        label={t('policy.forOrders')}
        options={supplyRules()}
        rule={form.choice('forOrders')}
        from={form.choice('forOrdersFrom')}
      />
    </>
  );
}
