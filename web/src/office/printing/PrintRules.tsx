import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { post, put, question, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { CardSpace } from '../../kit/CardSpace';
import { Choice, optionsById } from '../../kit/Choice';
import { columnsOf } from '../../kit/columns';
import { Form, Tick } from '../../kit/Form';
import { NumberField } from '../../kit/NumberField';
import { ProblemNote } from '../../kit/ProblemNote';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Rule = Schemas['PrintRuleCard'];

const LABELS: readonly Rule['paper'][] = ['CARRIER_LABELS', 'RECEIVED_LABELS'];

const occasionWord = (of: Rule['occasion']) => t(`printing.occasions.${of}`);
const paperWord = (of: Rule['paper']) => t(`printing.papers.${of}`);

/** What prints by itself: when something happens at a site, a paper or labels. */
export function PrintRules() {
  const may = useMay('RULES');
  const rules = useQuery(question('/api/print-rules'));
  const of = columnsOf<Rule & { name: string }>();
  const rows = {
    error: rules.error,
    data: rules.data?.map((rule) => ({ ...rule, name: occasionWord(rule.occasion) })),
  };
  return (
    <CardSpace
      title={t('printing.title')}
      name="print-rules"
      add={t('printing.add')}
      may={may}
      rows={rows}
      columns={[
        of.text('site', t('site'), 170),
        of.choice('occasion', t('printing.occasion'), 230, occasionWord, { grow: 1 }),
        of.choice('paper', t('printing.paper'), 200, paperWord),
        of.text('printer', t('printing.printer'), 180),
        of.count('copies', t('printing.copiesTitle'), 90),
        of.shown('active', t('item.state'), 90, (row) => (row.active ? '' : t('item.closed'))),
      ]}
      none={t('printing.none')}
    >
      {(shown, onDone) => <RuleForm rule={shown} onDone={onDone} />}
    </CardSpace>
  );
}

function RuleForm({ rule, onDone }: { rule?: Rule; onDone?: () => void }) {
  const sites = useSites().data ?? [];
  const may = useMay('RULES');
  const occasions = useQuery(question('/api/print-occasions')).data ?? [];
  const printers = useQuery(question('/api/printers')).data ?? [];
  const save = useSave(
    ['print-rules'],
    rule ? put('/api/print-rules/{id}', { id: rule.id }) : post('/api/print-rules'),
    onDone,
  );
  const away = useSave(
    ['print-rules'],
    remove('/api/print-rules/{id}', { id: rule?.id ?? 0 }),
    onDone,
  );
  const form = useForm(
    {
      site: String(rule?.siteId ?? ''),
      occasion: (rule?.occasion ?? 'GOODS_RECEIVED') as Rule['occasion'],
      paper: (rule?.paper ?? '') as Rule['paper'] | '',
      printer: String(rule?.printerId ?? ''),
      copies: String(rule?.copies ?? 1),
      active: rule?.active ?? true,
    },
    save.error,
  );
  const site = form.entry.site || String(sites[0]?.id ?? '');
  const papers = occasions.find((one) => one.occasion === form.entry.occasion)?.papers ?? [];
  const paper = papers.find((one) => one === form.entry.paper) ?? papers[0];
  const fitting = printers.filter(
    (one) =>
      one.active &&
      (one.siteId === null || String(one.siteId) === site) &&
      (paper && LABELS.includes(paper) ? one.labels : one.papers),
  );
  const printer = fitting.find((one) => String(one.id) === form.entry.printer) ?? fitting[0];
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          siteId: Number(site),
          occasion: form.entry.occasion,
          paper: paper!,
          printerId: printer?.id ?? 0,
          copies: Number(form.entry.copies),
          active: form.entry.active,
          version: rule?.version,
        })
      }
    >
      <Choice
        label={t('site')}
        value={site}
        onChange={(one) => form.set({ site: one })}
        options={optionsById(sites)}
      />
      <Choice
        label={t('printing.occasion')}
        {...form.choice('occasion')}
        options={occasions.map((one) => [one.occasion, occasionWord(one.occasion)] as const)}
      />
      {paper && (
        <Choice
          label={t('printing.paper')}
          value={paper}
          onChange={(one) => form.set({ paper: one })}
          options={papers.map((one) => [one, paperWord(one)] as const)}
        />
      )}
      {printer ? (
        <Choice
          label={t('printing.printer')}
          value={String(printer.id)}
          onChange={(one) => form.set({ printer: one })}
          options={optionsById(fitting)}
        />
      ) : (
        <Box sx={{ color: 'error.main' }}>{t('printing.noPrinter')}</Box>
      )}
      <NumberField label={t('printing.copiesTitle')} required {...form.text('copies')} />
      <Box>
        <Tick label={t('item.active')} {...form.tick('active')} />
      </Box>
      {rule && may && (
        <Button loading={away.isPending} onClick={() => away.mutate()}>
          {t('printing.remove')}
        </Button>
      )}
      <ProblemNote problem={away.error} />
    </Form>
  );
}
