import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { t } from '../app/words';
import { post, question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { useSave } from '../kit/useSave';
import { filledIn, KindFields, type Filled } from '../kit/KindFields';
import { sound } from '../kit/tones';
import { LoadingPage } from './LoadingPage';
import { DoneNote, HeadStrip, Marks, Refusal, Row, SmallButton, TypeIn, Warning } from './Parts';
import { ScanBar } from './ScanBar';
import { decimal } from '../kit/numbers';

type Goods = Schemas['LoanGoods'];

/** A loan: what is still out. Tap what has come back, then scan the bin it goes to. */
export function LoanOnFloor({ site }: { site: Schemas['SiteCard'] }) {
  const navigate = useNavigate();
  const id = Number(useParams().id);
  const loan = useQuery(question('/api/loans/{loan}', { loan: id }));
  const [coming, setComing] = useState<Record<number, string>>({});
  const [bin, setBin] = useState<string>();
  const [wrong, setWrong] = useState<string>();
  const [filled, setFilled] = useState<Filled>({});
  const back = useSave<{ place: string }>(
    ['loans', 'on-hand'],
    (command, { place }) =>
      post('/api/loans/{loan}/returns', { loan: id })(command, {
        note: '',
        fields: loan.data ? filledIn(loan.data.backKind, filled) : {},
        lines: Object.entries(coming).map(([goods, amount]) => ({
          goods: Number(goods),
          quantity: decimal(amount),
          place,
        })),
      }),
    () => {
      sound('done');
      setComing({});
      setFilled({});
    },
  );
  if (!loan.data) {
    return loan.error ? <Box sx={{ p: 2 }}>{loan.error.message}</Box> : <LoadingPage />;
  }
  const { loan: head, goods, backKind } = loan.data;
  const who = head.party || head.kind;
  const out = goods.filter((one) => Number(one.open) > 0);
  const chosen = Object.keys(coming).length > 0;
  function scan(text: string) {
    const said = text.trim().toUpperCase();
    const piece = out.find((one) => one.serial?.toUpperCase() === said);
    setWrong(undefined);
    if (piece) {
      sound('good');
      setComing({ ...coming, [piece.id]: piece.open });
      return;
    }
    if (!chosen) {
      sound('bad');
      setWrong(t('righting.tapFirst'));
      return;
    }
    const place = said.replace(/^RB\./, '');
    const labelled = place.includes('.') ? place : `${site.code}.${place}`;
    setBin(labelled);
    back.mutate({ place: labelled });
  }
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <HeadStrip number={head.number}>
          <Box sx={{ flex: 1 }}>{who}</Box>
          {head.due && <Box>{t('loan.dueBack', { day: date(head.due) })}</Box>}
        </HeadStrip>
        {head.overdue && <Warning>{t('righting.overdue', { party: who })}</Warning>}
        {back.isSuccess && !chosen && (
          <DoneNote title={t('righting.cameBack')}>
            <Code strong>{bin}</Code>
          </DoneNote>
        )}
        {back.error && <Refusal sentence={back.error.message} />}
        {wrong && <Refusal sentence={wrong} />}
        <Box component="h1" sx={{ typography: 'h1', fontSize: 26, m: 0, p: 1.5 }}>
          {out.length === 0
            ? t('loan.allBack')
            : chosen
              ? t('righting.scanBin')
              : t('righting.whatBack')}
        </Box>
        {out.map((one) => (
          <OutRow
            key={one.id}
            goods={one}
            coming={coming[one.id]}
            onScan={scan}
            onChange={(amount) => {
              const next = { ...coming };
              if (amount === undefined) {
                delete next[one.id];
              } else {
                next[one.id] = amount;
              }
              setComing(next);
            }}
          />
        ))}
        {chosen && backKind.fields.length > 0 && (
          <Box sx={{ p: 1.5, display: 'grid', gap: 1.5, '& input': { fontSize: 18 } }}>
            <KindFields kind={backKind} filled={filled} onFill={setFilled} problem={back.error} />
          </Box>
        )}
      </Box>
      <Box sx={{ px: 1.5, pb: 1, display: 'flex' }}>
        <SmallButton onClick={() => void navigate('/floor')}>{t('back')}</SmallButton>
      </Box>
      <ScanBar
        site={site.id}
        hint={t(chosen ? 'righting.scanBin' : 'righting.whatBack')}
        onScan={scan}
      />
    </>
  );
}

function OutRow({
  goods,
  coming,
  onScan,
  onChange,
}: {
  goods: Goods;
  coming: string | undefined;
  onScan: (text: string) => void;
  onChange: (amount: string | undefined) => void;
}) {
  return (
    <Row
      title={goods.name}
      detail={
        <>
          <Marks of={goods} /> {t('loan.stillOut')} {quantity(goods.open)} {goods.symbol}
        </>
      }
      end={
        <Box sx={{ display: 'flex', gap: 1 }}>
          {coming !== undefined && !goods.serial && (
            <TypeIn
              aria-label={`${t('quantity')} ${goods.name}`}
              inputMode="decimal"
              value={coming}
              onChange={(event) => onChange(event.target.value)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter') {
                  return;
                }
                event.preventDefault();
                event.currentTarget.blur();
                // A scanner types into whatever has the focus: what follows the figure is a scan.
                const [, amount, scanned] = /^([\d.,]*)(.*)$/.exec(coming) ?? [];
                if (scanned) {
                  onChange(amount);
                  onScan(scanned);
                }
              }}
              sx={{ flex: '0 0 84px', width: 84, px: 1, fontSize: 20, textAlign: 'right' }}
            />
          )}
          <Button
            variant={coming === undefined ? 'outlined' : 'contained'}
            sx={{ minHeight: 52, minWidth: 92, fontSize: 17 }}
            aria-pressed={coming !== undefined}
            onClick={() => onChange(coming === undefined ? goods.open : undefined)}
          >
            {t('righting.back')}
          </Button>
        </Box>
      }
    />
  );
}
