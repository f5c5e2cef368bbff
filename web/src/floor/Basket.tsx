import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { t } from '../app/words';
import { Problem, type Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { FilePick } from '../kit/FilePick';
import { filledIn, KindFields, type Filled } from '../kit/KindFields';
import { readable } from '../kit/numbers';
import { pictureOf } from '../kit/pictureOf';
import { HeadStrip, MainButton, Marks, Refusal, Row, SmallButton } from './Parts';
import { ChangeLine } from './ChangeLine';
import { teller } from './told';

type Adjusting = Schemas['FloorAdjusting'];
type Line = Schemas['BasketLine'];
type Telling = Omit<Schemas['BasketPostEntry'], 'site'>;

/** What was gathered: looked through, changed, told what the kind asks for, and posted as one. */
export function Basket({
  adjusting: { lines, further },
  kind,
  refusal,
  fault,
  busy,
  onLine,
  onEmpty,
  onPost,
  onBack,
}: {
  adjusting: Adjusting;
  refusal: Schemas['Told'] | null;
  kind: Schemas['MovementKind'];
  fault: unknown;
  busy: boolean;
  onLine: (line: number, quantity: string | null) => void;
  onEmpty: () => void;
  onPost: (telling: Telling) => void;
  onBack: () => void;
}) {
  const words = teller('ADJUST');
  const [opened, setOpened] = useState<number | null>(null);
  const [filled, setFilled] = useState<Filled>({});
  const [told, setTold] = useState({ note: '', source: '', party: '', due: '' });
  const [replacing, setReplacing] = useState(false);
  const [reasons, setReasons] = useState<number[]>([]);
  const [picture, setPicture] = useState<Telling['picture']>();
  const set = (name: keyof typeof told) => (event: { target: { value: string } }) =>
    setTold({ ...told, [name]: event.target.value });
  const wrong = (name: string) => fault instanceof Problem && fault.field === name;
  const post = (event: FormEvent) => {
    event.preventDefault();
    const fields = readable(() => filledIn(kind, filled));
    if (!fields) {
      return; // The field says itself what it can't read.
    }
    onPost({
      note: told.note,
      source: told.source,
      party: told.party,
      due: told.due || undefined,
      replacing,
      reasons: reasons.length > 0 ? reasons : undefined,
      fields,
      picture,
    });
  };
  return (
    <Box
      component="form"
      onSubmit={post}
      noValidate
      sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}
    >
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <HeadStrip number={kind.code}>
          <Box sx={{ flex: 1 }}>{kind.name}</Box>
        </HeadStrip>
        <Box component="h1" sx={{ typography: 'h1', fontSize: 26, m: 0, p: 1.5 }}>
          {t('righting.inBasket', { count: lines.length })}
        </Box>
        {refusal && <Refusal sentence={words.refusal(refusal)} />}
        {fault instanceof Problem && <Refusal sentence={fault.message} />}
        <Box
          component="ul"
          aria-label={t('righting.basket')}
          sx={{ listStyle: 'none', p: 0, m: 0 }}
        >
          {lines.map((line) => (
            <BasketRow
              key={line.line}
              line={line}
              open={opened === line.line}
              onOpen={() => setOpened(opened === line.line ? null : line.line)}
              onChange={(amount) => {
                setOpened(null);
                onLine(line.line, amount);
              }}
            />
          ))}
        </Box>
        <Box sx={{ p: 1.5, display: 'grid', gap: 1.5, '& input': { fontSize: 18 } }}>
          <KindFields kind={kind} filled={filled} onFill={setFilled} problem={fault} />
          {kind.comesBack && (
            <>
              <TextField
                label={t(kind.purpose === 'LOAN' ? 'loan.party' : 'loan.user')}
                value={told.party}
                onChange={set('party')}
                error={wrong('party')}
              />
              <TextField
                label={t('loan.due')}
                type="date"
                value={told.due}
                onChange={set('due')}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            </>
          )}
          {kind.purpose === 'SCRAP' && (
            <>
              {further.length > 0 && (
                <Box role="group" aria-label={t('adjust.moreReasons')}>
                  <Box sx={{ mb: 0.5 }}>{t('adjust.moreReasons')}</Box>
                  {further.map((one) => (
                    <LargeTick
                      key={one.id}
                      label={one.name}
                      checked={reasons.includes(one.id)}
                      onChange={(yes) =>
                        setReasons(
                          yes ? [...reasons, one.id] : reasons.filter((other) => other !== one.id),
                        )
                      }
                    />
                  ))}
                </Box>
              )}
              <TextField label={t('adjust.source')} value={told.source} onChange={set('source')} />
              <LargeTick label={t('adjust.replace')} checked={replacing} onChange={setReplacing} />
            </>
          )}
          <TextField
            label={kind.noteNeeded ? t('adjust.noteNeeded') : t('transfer.note')}
            value={told.note}
            onChange={set('note')}
            error={wrong('note')}
            multiline
          />
          <FilePick
            label={t('adjust.picture')}
            accept="image/png,image/jpeg,image/webp"
            capture="environment"
            onPick={(file) => void pictureOf(file).then(setPicture)}
          />
        </Box>
      </Box>
      <Box sx={{ p: 1.5, display: 'grid', gap: 1, borderTop: 1, borderColor: 'divider' }}>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <SmallButton onClick={onBack}>{t('righting.more')}</SmallButton>
          <SmallButton onClick={onEmpty}>{t('righting.empty')}</SmallButton>
        </Box>
        <MainButton type="submit" disabled={busy}>
          {t('righting.post', { count: lines.length })}
        </MainButton>
      </Box>
    </Box>
  );
}

/** A yes or no for a thumb in a glove. */
function LargeTick({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <Box component="label" sx={{ display: 'flex', gap: 1.5, alignItems: 'center', py: 0.5 }}>
      <Box
        component="input"
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        sx={{ width: 28, height: 28 }}
      />
      {label}
    </Box>
  );
}

function BasketRow({
  line,
  open,
  onOpen,
  onChange,
}: {
  line: Line;
  open: boolean;
  onOpen: () => void;
  onChange: (quantity: string | null) => void;
}) {
  return (
    <Box
      component="li"
      sx={{ bgcolor: 'background.paper', borderBottom: 1, borderColor: 'divider' }}
    >
      <Row
        expanded={open}
        onTap={onOpen}
        title={line.name}
        detail={<Marks of={line} place={line.place} />}
        end={
          Number(line.quantity) === 0 ? '0' : <Amount value={line.quantity} unit={line.symbol} />
        }
      />
      {open && (
        <ChangeLine
          line={line}
          label={t('quantity')}
          change={t('righting.change')}
          remove={t('righting.takeOut')}
          onChange={onChange}
        />
      )}
    </Box>
  );
}
