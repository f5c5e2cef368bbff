import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import { useMay } from '../../app/session';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { Facts } from '../../kit/Facts';
import { instant, money } from '../../kit/format';
import { Form } from '../../kit/Form';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part, SidePanel } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

/** One posting with all its lines; and, for those who may, taking it back. */
export function PostingPanel({ posting, onClose }: { posting: number; onClose: () => void }) {
  const mayPost = useMay('POST');
  const lines = useQuery(question('/api/ledger', { posting, limit: 200, oldestFirst: true }));
  const reverse = useSave(['ledger'], (command, reason: string) =>
    post('/api/postings/{posting}/reversal', { posting })(command, { reason }),
  );
  const form = useForm({ reason: '' }, reverse.error);
  const head = lines.data?.rows[0];
  if (!head) {
    return (
      <SidePanel title={`${t('ledger.posting')} ${posting}`} onClose={onClose}>
        <ProblemNote problem={lines.error} />
        {lines.data && t('ledger.gone')}
      </SidePanel>
    );
  }
  const facts: [string, string | null][] = [
    [t('ledger.when'), instant(head.effective, head.siteId)],
    [t('ledger.recorded'), instant(head.recorded, head.siteId)],
    [t('ledger.person'), head.person],
    [t('ledger.device'), head.device],
    [t('ledger.document'), head.document],
    [t('ledger.reason'), head.reason],
    [t('kinds.one'), head.movementKind],
    ...(head.fields?.split('; ').map((one): [string, string] => {
      const [name, ...rest] = one.split(': ');
      return [name, rest.join(': ')];
    }) ?? []),
  ];
  return (
    <SidePanel
      title={`${t('ledger.posting')} ${posting}`}
      over={t(`kind.${head.kind}`)}
      onClose={onClose}
    >
      <Facts facts={facts} />
      <Part title={t('ledger.lines')}>
        {lines.data?.rows.map((row) => (
          <Box key={row.line} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
            <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
              <Link to={`/office/on-hand?open=item:${row.itemId}`}>{row.name}</Link>
              <Amount value={row.quantity} unit={row.symbol} />
            </Box>
            <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
              <Code>{row.from}</Code> → <Code>{row.to}</Code>
              {row.value > 0 && ` · ${money(row.value)}`}
              {row.lot && ` · ${t('lot')} ${row.lot}`}
              {row.serial && ` · ${t('serial')} ${row.serial}`}
              {row.fromCondition !== row.toCondition &&
                ` · ${t(`conditions.${row.fromCondition}`)} → ${t(`conditions.${row.toCondition}`)}`}
            </Box>
          </Box>
        ))}
      </Part>
      {head.reverses !== null && (
        <Part title={t('reverse.of')}>
          <Link to={`/office/looking-back?open=${head.reverses}`}>{head.reverses}</Link>
        </Part>
      )}
      {head.reversedBy !== null && (
        <Part title={t('reverse.by')}>
          <Link to={`/office/looking-back?open=${head.reversedBy}`}>{head.reversedBy}</Link>
        </Part>
      )}
      {mayPost && head.reversedBy === null && head.kind !== 'REVERSAL' && (
        <Part title={t('reverse.title')}>
          <Form
            save={reverse}
            may="POST"
            word={t('reverse.go')}
            onSubmit={() => reverse.mutate(form.entry.reason)}
          >
            <Box>{t('reverse.what')}</Box>
            <TextField label={t('reverse.reason')} required {...form.text('reason')} />
          </Form>
        </Part>
      )}
    </SidePanel>
  );
}
