import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { put } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import {
  SupplyRuleChoice,
  supplierSite,
  supplyRulesOrNone,
  type SupplyRule,
} from './SupplyRuleChoice';

/** Of a line that lacks something: how it is met, to be changed while nothing of it is picked. */
export function SupplyOfLine(of: {
  order: Schemas['OutboundCard'];
  line: Schemas['OutboundLine'];
}) {
  const [open, setOpen] = useState(false);
  if (Number(of.line.picked) > 0 || Number(of.line.shipped) > 0 || of.order.round) {
    return null;
  }
  return (
    <>
      <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
        {t('supplyRule.change')}
      </Button>
      {open && <Rule {...of} onDone={() => setOpen(false)} />}
    </>
  );
}

function Rule({
  order,
  line,
  onDone,
}: {
  order: Schemas['OutboundCard'];
  line: Schemas['OutboundLine'];
  onDone: () => void;
}) {
  const save = useSave(
    ['outbound', 'on-hand'],
    put('/api/outbound/{id}/lines/{line}/supply', { id: order.id, line: line.line }),
    onDone,
  );
  const form = useForm(
    { rule: (line.supply ?? '') as SupplyRule | '', from: String(line.supplyFrom ?? '') },
    save.error,
  );
  return (
    <Box sx={{ flexBasis: '100%', maxWidth: 420 }}>
      <Form
        save={save}
        may="POST"
        onSubmit={() =>
          save.mutate({
            rule: form.entry.rule || null,
            from: supplierSite(form.entry.rule, form.entry.from) ?? null,
          })
        }
      >
        <SupplyRuleChoice
          label={t('supplyRule.title')}
          options={supplyRulesOrNone()}
          rule={form.choice('rule')}
          from={form.choice('from')}
          site={order.siteId}
        />
      </Form>
    </Box>
  );
}
