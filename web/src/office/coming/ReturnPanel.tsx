import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t, type Word } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Actions } from '../../kit/Actions';
import { Code } from '../../kit/Code';
import { DocumentPanel, Glance, GoodsRow, History, Papers } from '../../kit/DocumentPanel';
import { Form } from '../../kit/Form';
import { instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Remarks } from '../../kit/Remarks';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { ReturnChange, ReturnMore } from './ReturnForm';
import { RETURNS } from './returnWords';

type Card = Schemas['SupplierReturnCard'];

/** One return: whose goods, why, which, what they are worth; and what can be done with it. */
export function ReturnPanel({ id, onClose }: { id: number; onClose: () => void }) {
  const card = useQuery(question('/api/supplier-returns/{id}', { id }));
  return (
    <DocumentPanel
      of={card}
      title={(one) => one.row.number}
      over={(one) => `${one.row.site} → ${one.row.supplier}`}
      onClose={onClose}
      form={(one, onDone) => <ReturnChange card={one} onDone={onDone} />}
    >
      {(one, onChange) => <Whole card={one} onChange={onChange} />}
    </DocumentPanel>
  );
}

function Whole({ card, onChange }: { card: Card; onChange: () => void }) {
  const { row } = card;
  return (
    <>
      <Glance
        of={[
          <b key="state">{t(`returns.state.${row.state}`)}</b>,
          row.reason,
          row.reference && t('returns.theirs', { reference: row.reference }),
          row.claim > 0 && t('returns.claims', { value: money(row.claim) }),
          row.shipped &&
            t('returns.shippedBy', {
              when: instant(row.shipped, row.siteId),
              person: card.shippedBy,
            }),
          card.takenBy && t('returns.takenByWhom', { name: card.takenBy }),
        ]}
      />
      {card.note && <Box sx={{ mb: 1 }}>{card.note}</Box>}
      <Next card={card} onChange={onChange} />
      <Part title={t('returns.goods')}>
        {card.lines.map((line) => (
          <LineRow key={line.id} card={card} line={line} />
        ))}
      </Part>
      <Remarks of={row.number} />
      <History
        title={t('transfer.history')}
        changes={card.changes}
        site={row.siteId}
        word={(what) => t(`returns.event.${what}` as Word)}
      >
        <Link to={`/office/looking-back?document=${encodeURIComponent(row.number)}`}>
          {t('space.lookingBack')}
        </Link>
      </History>
    </>
  );
}

function Next({ card, onChange }: { card: Card; onChange: () => void }) {
  const path = { id: card.row.id };
  return (
    <Actions
      can={card.can.filter((one) => one !== 'PUT_BACK')}
      old={RETURNS}
      of={[
        {
          can: 'SHIP',
          word: t('returns.ship'),
          form: (leave) => <ShipAsk card={card} onLeave={leave} />,
        },
        {
          can: 'ADD',
          word: t('returns.add'),
          form: (leave) => (
            <Box sx={{ border: '2px dashed', p: 1.5, mt: 1 }}>
              <ReturnMore card={card} onDone={leave} />
              <Button onClick={leave}>{t('transfer.notYet')}</Button>
            </Box>
          ),
        },
        { can: 'CHANGE', word: t('transfer.edit'), act: onChange },
        {
          can: 'CANCEL',
          word: t('returns.cancel'),
          seldom: true,
          ask: { label: t('returns.whyBack'), go: t('returns.cancel'), note: t('returns.allBack') },
          send: (command, reason) =>
            post('/api/supplier-returns/{id}/cancelling', path)(command, { reason }),
        },
      ]}
    >
      <Papers
        links={[
          [`/api/supplier-returns/${card.row.id}/note`, t('returns.note')],
          ...(card.row.shipped
            ? [[`/api/supplier-returns/${card.row.id}/advice`, t('returns.advice')] as const]
            : []),
        ]}
      />
    </Actions>
  );
}

function ShipAsk({ card, onLeave }: { card: Card; onLeave: () => void }) {
  const save = useSave(
    RETURNS,
    post('/api/supplier-returns/{id}/shipping', { id: card.row.id }),
    onLeave,
  );
  const form = useForm({ takenBy: '', reference: card.row.reference }, save.error);
  const again = card.lines.filter((line) => line.expectAgain && !line.putBack);
  return (
    <Box sx={{ border: '2px dashed', p: 1.5, mt: 1 }}>
      <Form
        save={save}
        may="POST"
        word={t('returns.shipNow')}
        onSubmit={() => save.mutate({ version: card.row.version, ...form.entry })}
      >
        <Box>
          {t('returns.leaves')}{' '}
          {again.length > 0 && t('returns.expectsAgain', { count: again.length })}
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <TextField label={t('returns.takenBy')} autoFocus {...form.text('takenBy')} />
          <TextField label={t('returns.reference')} {...form.text('reference')} />
        </Box>
      </Form>
      <Button onClick={onLeave}>{t('transfer.notYet')}</Button>
    </Box>
  );
}

function LineRow({ card, line }: { card: Card; line: Card['lines'][number] }) {
  const back = useSave(
    RETURNS,
    post('/api/supplier-returns/{id}/lines/{line}/putting-back', {
      id: card.row.id,
      line: line.id,
    }),
  );
  const agreed = Number(line.expectedAgain) > 0;
  return (
    <GoodsRow
      of={{ ...line, place: line.from, load: null }}
      reversed={line.putBack}
      name={
        <>
          <Link to={`/office/on-hand?open=item:${line.itemId}`}>{line.name}</Link>{' '}
          <Code>{line.item}</Code>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {' · '}
            {t(`conditions.${line.condition}`)}
            {line.order && (
              <>
                {' · '}
                <Link to={`/office/coming/inbound?filter=ALL&open=${line.orderId}`}>
                  {line.order}
                </Link>
              </>
            )}
            {agreed
              ? ` · ${t('returns.expected', { quantity: quantity(line.expectedAgain) })}`
              : line.expectAgain && ` · ${t('returns.willExpect')}`}
            {line.putBack && ` · ${t('returns.wasPutBack')}`}
          </Box>
          <ProblemNote problem={back.error} />
        </>
      }
      beside={
        line.claim !== null && (
          <Box sx={{ color: 'text.secondary', minWidth: 76, textAlign: 'right' }}>
            {money(line.claim)}
          </Box>
        )
      }
    >
      {card.can.includes('PUT_BACK') && !line.putBack && (
        <Button size="small" loading={back.isPending} onClick={() => back.mutate({ reason: '' })}>
          {t('returns.putBack')}
        </Button>
      )}
    </GoodsRow>
  );
}
