import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Reasons } from '../../floor/PutAwayLists';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { FilePick } from '../../kit/FilePick';
import { date, instant } from '../../kit/format';
import { pictureOf, type Picture } from '../../kit/pictureOf';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part, SidePanel } from '../../kit/SidePanel';
import { LabelButton } from '../labels/LabelButton';
import { Form } from '../../kit/Form';
import { useSave } from '../../kit/useSave';
import { decimalOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';

type Row = Schemas['WaitingRow'];
type Condition = Row['condition'];

/** Goods that wait: what they are found to be, and where they would go. */
export function CheckPanel({ row, onClose }: { row: Row; onClose: () => void }) {
  const may = useMay('POST');
  return (
    <SidePanel title={row.name} over={<Code>{row.item}</Code>} onClose={onClose} width={480}>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', mb: 1 }}>
        <b>
          <Amount value={row.quantity} unit={row.symbol} />
        </b>
        <Code>{row.place}</Code>
        {row.lot && (
          <span>
            {t('move.lot')} <Code>{row.lot}</Code>
          </span>
        )}
        {row.serial && <Code>{row.serial}</Code>}
        {row.expiry && (
          <span>
            {t('expires')} {date(row.expiry)}
          </span>
        )}
        {row.load && (
          <span>
            {t(row.trolley ? 'away.trolley' : 'away.load')} <Code>{row.load}</Code>
          </span>
        )}
      </Box>
      <Box sx={{ color: 'text.secondary' }}>
        {row.since && t('waiting.sinceWhen', { when: instant(row.since, row.siteId) })}{' '}
        {row.document && (
          <Link to={`/office/looking-back?document=${encodeURIComponent(row.document)}`}>
            {row.document}
          </Link>
        )}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, my: 1 }}>
        {row.lotId > 0 && <LabelButton of="LOT" ids={[row.lotId]} word={t('labels.lot')} />}
        {row.loadId > 0 && (
          <LabelButton of="UNIT_LOAD" ids={[row.loadId]} word={t('labels.load')} />
        )}
        {may && (
          <Button
            component={Link}
            variant="outlined"
            to={`/office/coming/returns?open=new&site=${row.siteId}&show=DOCK&goods=${encodeURIComponent(row.item)}`}
          >
            {t('returns.start')}
          </Button>
        )}
      </Box>
      <Findings row={row} onDone={onClose} />
      <WhereTo row={row} />
    </SidePanel>
  );
}

function Findings({ row, onDone }: { row: Row; onDone: () => void }) {
  const others = (['GOOD', 'REJECTED', 'ON_HOLD'] as const).filter((one) => one !== row.condition);
  const [amounts, setAmounts] = useState<Partial<Record<Condition, string>>>(
    row.condition === 'ON_HOLD' ? { GOOD: row.quantity } : {},
  );
  const [reasons, setReasons] = useState<Partial<Record<Condition, string>>>({});
  const [picture, setPicture] = useState<Picture>();
  const save = useSave(['waiting', 'on-hand', 'ledger'], post('/api/checks'), onDone);
  const findings = () =>
    others
      .map((one) => ({
        condition: one,
        quantity: decimalOrNothing(amounts[one] ?? '') ?? '0',
        reason: reasons[one],
      }))
      .filter((one) => one.quantity !== '0');
  return (
    <Part title={t('waiting.check')}>
      <Form
        save={save}
        may="MOVE"
        word={t('waiting.set')}
        onSubmit={() =>
          save.mutate({
            item: row.itemId,
            place: row.placeId,
            lot: row.lotId,
            serial: row.serialId,
            load: row.loadId,
            condition: row.condition,
            findings: findings(),
            picture: picture?.content,
            mediaType: picture?.mediaType,
          })
        }
      >
        {others.map((one) => (
          <Box key={one} sx={{ display: 'grid', gridTemplateColumns: '130px 1fr', gap: 1 }}>
            <NumberField
              label={t(`conditions.${one}`)}
              value={amounts[one] ?? ''}
              onChange={(event) => setAmounts({ ...amounts, [one]: event.target.value })}
            />
            <TextField
              label={t(one === 'REJECTED' ? 'waiting.reasonNeeded' : 'waiting.reason')}
              value={reasons[one] ?? ''}
              onChange={(event) => setReasons({ ...reasons, [one]: event.target.value })}
            />
          </Box>
        ))}
        <FilePick
          label={t('waiting.picture')}
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          onPick={(file) => void pictureOf(file).then(setPicture)}
        />
      </Form>
    </Part>
  );
}

function WhereTo({ row }: { row: Row }) {
  const condition = row.condition === 'ON_HOLD' ? ('GOOD' as const) : row.condition;
  const query = {
    site: row.siteId,
    item: row.itemId,
    lot: row.lotId,
    place: row.placeId,
    load: row.trolley ? 0 : row.loadId,
    condition,
    quantity: row.quantity,
  };
  const plan = useQuery(question('/api/put-away/plan', query));
  return (
    <Part title={t('waiting.where')}>
      <ProblemNote problem={plan.error} />
      <Reasons advice={plan.data} />
    </Part>
  );
}
