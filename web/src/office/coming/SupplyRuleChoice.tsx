import type { SxProps } from '@mui/material/styles';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { t } from '../../app/words';
import { Choice, optionsById, optionsOf, type Options } from '../../kit/Choice';
import { everyOf } from '../../kit/everyOf';

export type SupplyRule = Schemas['PolicyFigures']['forOrders'];

const RULES = everyOf<SupplyRule>()([
  'FROM_STOCK',
  'FROM_STOCK_ELSE_BUY',
  'FROM_STOCK_ELSE_TRANSFER',
  'FROM_STOCK_ELSE_MAKE',
  'BUY_FOR_ORDER',
  'MAKE_FOR_ORDER',
]);

/** How a line is met in words; of one that leaves it to the policy of its item, nothing. */
export function supplyWord(rule: SupplyRule | null | undefined): string | undefined {
  return rule ? t(`supplyRule.of.${rule}`) : undefined;
}

/** The site that is asked, as it is sent: only where goods are asked for from one. */
export function supplierSite(rule: string, site: string): number | undefined {
  return rule === 'FROM_STOCK_ELSE_TRANSFER' && site ? Number(site) : undefined;
}

interface Field<V extends string> {
  value: V;
  onChange: (value: V) => void;
  error?: boolean;
  helperText?: string;
}

/** The rules to choose from. */
export function supplyRules() {
  return optionsOf(RULES, (one) => t(`supplyRule.of.${one}`));
}

/** The same, and that it is left to the policy. */
export function supplyRulesOrNone() {
  return optionsOf(RULES, (one) => t(`supplyRule.of.${one}`), t('supplyRule.unsaid'));
}

/** Chooses how lines are met, and where goods are asked for from another site, which. */
export function SupplyRuleChoice<V extends SupplyRule | ''>({
  label,
  options,
  rule,
  from,
  site,
  sx,
}: {
  label: string;
  options: Options<V>;
  rule: Field<V>;
  from: Field<string>;
  /** The site whose lines they are: it is not asked. */
  site?: number;
  /** How wide its fields are. */
  sx?: SxProps;
}) {
  const others = useSites().data?.filter((one) => one.id !== site);
  return (
    <>
      <Choice label={label} {...rule} options={options} sx={sx} />
      {rule.value === 'FROM_STOCK_ELSE_TRANSFER' && (
        <Choice
          label={t('supplyRule.from')}
          {...from}
          sx={sx}
          options={optionsById(others, t('supplyRule.chooseSite'))}
        />
      )}
    </>
  );
}
