import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { RowChanges } from '../../kit/RowChanges';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form, FormOf } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { amount, amountOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';

type Rules = Schemas['CountRules'];

/** How counting is done: classes, intervals, what passes by rule, what someone else must agree to. */
export function CountingRules() {
  const rules = useQuery(question('/api/count-programme/rules'));
  return (
    <Room title={t('rules.counting')}>
      <ProblemNote problem={rules.error} />
      {rules.data && (
        <>
          <FormOf of={rules.data}>{(shown) => shown && <RulesForm rules={shown} />}</FormOf>
          <Box sx={{ maxWidth: 620, pb: 3 }}>
            <RowChanges table="count rules" row="" />
          </Box>
        </>
      )}
    </Room>
  );
}

function RulesForm({ rules }: { rules: Rules }) {
  const save = useSave(['counts'], put('/api/count-programme/rules'));
  const form = useForm(
    Object.fromEntries(
      Object.entries(rules).map(([name, value]) => [name, value === null ? '' : String(value)]),
    ) as Record<keyof Rules, string>,
    save.error,
  );
  const number = (name: keyof Rules) => amount(form.entry[name]);
  const perhaps = (name: keyof Rules) => amountOrNothing(form.entry[name]) ?? null;
  const three = { display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1.5 } as const;
  const field = (name: Exclude<keyof Rules, 'version'>) => (
    <NumberField key={name} label={t(`countRules.${name}`)} {...form.text(name)} />
  );
  return (
    <Box sx={{ maxWidth: 620, pb: 3 }}>
      <Form
        save={save}
        onSubmit={() =>
          save.mutate({
            version: rules.version,
            aPercent: number('aPercent'),
            bPercent: number('bPercent'),
            aDays: number('aDays'),
            bDays: number('bDays'),
            cDays: number('cDays'),
            usageDays: number('usageDays'),
            toleranceQuantity: perhaps('toleranceQuantity'),
            tolerancePercent: perhaps('tolerancePercent'),
            toleranceValue: perhaps('toleranceValue'),
            approvalValue: perhaps('approvalValue'),
          })
        }
      >
        <Part title={t('countRules.classes')} rank="h2">
          <Box sx={{ mb: 1.5 }}>{t('countRules.classesHelp')}</Box>
          <Box sx={three}>{(['aPercent', 'bPercent', 'usageDays'] as const).map(field)}</Box>
        </Part>
        <Part title={t('countRules.intervals')} rank="h2">
          <Box sx={{ mb: 1.5 }}>{t('countRules.intervalsHelp')}</Box>
          <Box sx={three}>{(['aDays', 'bDays', 'cDays'] as const).map(field)}</Box>
        </Part>
        <Part title={t('countRules.tolerance')} rank="h2">
          <Box sx={{ mb: 1.5 }}>{t('countRules.toleranceHelp')}</Box>
          <Box sx={three}>
            {(['toleranceQuantity', 'tolerancePercent', 'toleranceValue'] as const).map(field)}
          </Box>
        </Part>
        <Part title={t('countRules.approval')} rank="h2">
          <Box sx={{ mb: 1.5 }}>{t('countRules.approvalHelp')}</Box>
          <Box sx={three}>{field('approvalValue')}</Box>
        </Part>
      </Form>
    </Box>
  );
}
