import Box from '@mui/material/Box';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { BinField } from '../../kit/BinField';
import { Amount } from '../../kit/Amount';
import { Choice, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { date, instant, quantity } from '../../kit/format';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { filledIn, KindFields, type Filled } from '../../kit/KindFields';
import { RIGHTED } from './kinds';
import { decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';

type Card = Schemas['LoanCard'];
type Condition = Schemas['LoanGoods']['condition'];

interface Coming {
  quantity: string;
  place: string;
  condition: Condition;
}

/** What is out with its goods, and receiving them back: some now, the rest another day. */
export function LoanCard({ loan }: { loan: Card }) {
  const out = loan.goods.filter((goods) => Number(goods.open) > 0);
  return (
    <>
      <Box>
        {t('loan.since', {
          kind: loan.loan.kind,
          when: instant(loan.loan.lent, loan.loan.siteId),
          who: loan.loan.lentBy,
        })}
      </Box>
      {loan.loan.due && (
        <Box sx={loan.loan.overdue ? { color: 'error.main', fontWeight: 700 } : undefined}>
          {t('loan.dueBack', { day: date(loan.loan.due) })}
          {loan.loan.overdue && `, ${t('loan.overdue')}`}
        </Box>
      )}
      <Part title={t('loan.goods')}>
        {loan.goods.map((goods) => (
          <Box key={goods.id} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
            <Box sx={{ display: 'flex', justifyContent: 'space-between' }}>
              <Link to={`/office/on-hand?open=item:${goods.itemId}`}>{goods.name}</Link>
              <span>
                {Number(goods.open) > 0 ? (
                  <>
                    {t('loan.stillOut')} <Amount value={goods.open} unit={goods.symbol} />
                  </>
                ) : (
                  t('loan.allBack')
                )}
              </span>
            </Box>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              {t('loan.lentAmount', { quantity: quantity(goods.lent) })}
              {goods.lot && ` · ${t('lot')} ${goods.lot}`}
              {goods.serial && (
                <>
                  {` · ${t('serial')} `}
                  <Code>{goods.serial}</Code>
                </>
              )}
            </Box>
          </Box>
        ))}
      </Part>
      {out.length > 0 && <BackForm key={loan.returns.length} loan={loan} out={out} />}
      <Remarks of={loan.loan.number} />
      {loan.returns.length > 0 && (
        <Part title={t('loan.returns')}>
          {loan.returns.map((one, i) => (
            <Box key={i} sx={one.reversed ? { textDecoration: 'line-through' } : undefined}>
              <Link to={`/office/looking-back?open=${one.posting}`}>
                {instant(one.at, loan.loan.siteId)}
              </Link>{' '}
              {quantity(one.quantity)} {one.name}, {one.person}
            </Box>
          ))}
        </Part>
      )}
    </>
  );
}

function BackForm({ loan, out }: { loan: Card; out: Card['goods'] }) {
  const [coming, setComing] = useState<Record<number, Coming>>(() =>
    Object.fromEntries(
      out.map((goods) => [
        goods.id,
        { quantity: out.length === 1 ? goods.open : '', place: '', condition: goods.condition },
      ]),
    ),
  );
  const [filled, setFilled] = useState<Filled>({});
  const save = useSave(RIGHTED, post('/api/loans/{loan}/returns', { loan: loan.loan.id }));
  const change = (id: number, part: Partial<Coming>) =>
    setComing({ ...coming, [id]: { ...coming[id], ...part } });
  return (
    <Part title={t('loan.comesBack')}>
      <Form
        save={save}
        may="MOVE"
        word={t('loan.takeBack')}
        onSubmit={() =>
          save.mutate({
            note: '',
            fields: filledIn(loan.backKind, filled),
            lines: out
              .filter((goods) => coming[goods.id]?.quantity.trim())
              .map((goods) => ({
                goods: goods.id,
                quantity: decimal(coming[goods.id].quantity),
                place: coming[goods.id].place.trim(),
                condition: coming[goods.id].condition,
              })),
          })
        }
      >
        <Box>{t('loan.backAs', { kind: loan.backKind.name })}</Box>
        {out.map((goods) => (
          <Box
            key={goods.id}
            sx={{ display: 'grid', gridTemplateColumns: '1fr 1.4fr 1fr', gap: 1 }}
          >
            {out.length > 1 && <Box sx={{ gridColumn: '1 / -1' }}>{goods.name}</Box>}
            <NumberField
              label={t('quantity')}
              value={coming[goods.id].quantity}
              onChange={(event) => change(goods.id, { quantity: event.target.value })}
            />
            <BinField
              label={t('loan.into')}
              item={goods.item}
              value={coming[goods.id].place}
              onChange={(place) => change(goods.id, { place })}
            />
            <Choice
              label={t('condition')}
              value={coming[goods.id].condition}
              onChange={(condition) => change(goods.id, { condition })}
              options={optionsOf(['GOOD', 'ON_HOLD', 'REJECTED'], (one) => t(`conditions.${one}`))}
            />
          </Box>
        ))}
        <KindFields kind={loan.backKind} filled={filled} onFill={setFilled} problem={save.error} />
      </Form>
    </Part>
  );
}
