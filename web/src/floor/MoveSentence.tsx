import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation, useMutationState, useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { api, Problem, read, type Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { sound } from '../kit/tones';
import { Blank } from './Blank';
import { Candidates, Choices } from './Offers';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';

type View = Schemas['FloorMove'];
type ActionName = Schemas['Act']['action'];

/** One thing said to the sentence. Its command id is made when it is said, so a repeat is no second. */
type Step = { id: string } & (
  | { kind: 'scan'; text: string }
  | { kind: 'say'; saying: Schemas['FloorSaying'] }
  | { kind: 'act'; action: ActionName }
);

const PATIENCE = 40;
const DESK = ['floor-move-say'];

function useMoveDesk(site: number) {
  const queries = useQueryClient();
  const key = ['floor-move', site];
  const view = useQuery({
    queryKey: key,
    queryFn: () => read(api.GET('/api/floor/move', { params: { query: { site } } })),
    staleTime: 0,
    refetchOnWindowFocus: true,
  });
  const say = useMutation({
    mutationKey: DESK,
    // One after another: scans must not overtake each other.
    scope: { id: 'floor-move' },
    networkMode: 'always',
    retry: (times, fault) => fault instanceof Problem && fault.status === 0 && times < PATIENCE,
    retryDelay: 1500,
    mutationFn: (step: Step) => {
      const params = { header: { 'Idempotency-Key': step.id } };
      switch (step.kind) {
        case 'scan':
          return read(
            api.POST('/api/floor/move/scan', { params, body: { site, text: step.text } }),
          );
        case 'say':
          return read(
            api.POST('/api/floor/move/say', { params, body: { site, saying: step.saying } }),
          );
        case 'act':
          return read(
            api.POST('/api/floor/move/act', { params, body: { site, action: step.action } }),
          );
      }
    },
    onSuccess: (next) => {
      queries.setQueryData(key, next);
      sound(next.outcome === 'REFUSED' ? 'bad' : next.outcome === 'DONE' ? 'done' : 'good');
    },
    onError: () => {
      sound('bad');
      void queries.invalidateQueries({ queryKey: key });
    },
  });
  // Any that waits, not only the latest: later scans queue behind it.
  const waiting = useMutationState({
    filters: { mutationKey: DESK, status: 'pending' },
    select: (step) => step.state.failureCount > 0,
  });
  return { view, say, offline: waiting.includes(true) };
}

/** What is being done, as one plain sentence with blanks that scans fill in any order. */
export function MoveSentence({ site }: { site: Schemas['SiteCard'] }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const { view, say, offline } = useMoveDesk(site.id);
  const now = view.data;
  const scan = (text: string) =>
    text.trim() ? say.mutate({ id: crypto.randomUUID(), kind: 'scan', text }) : act('CONFIRM');
  const act = (action: ActionName) => say.mutate({ id: crypto.randomUUID(), kind: 'act', action });
  const speak = (saying: Schemas['FloorSaying']) =>
    say.mutate({ id: crypto.randomUUID(), kind: 'say', saying });

  if (!now) {
    return <Box sx={{ p: 2 }}>{view.error ? view.error.message : t('loading')}</Box>;
  }
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {now.outcome === 'DONE' && now.done ? (
          <Done view={now} onSame={() => act('SAME')} />
        ) : (
          <Sentence view={now} />
        )}
        {offline && <Refusal sentence={t('move.offline')} />}
        {say.error && !say.isPending && <Refusal sentence={say.error.message} />}
        {now.refusal && !say.error && <Refusal sentence={now.refusal.sentence} />}
        {now.choices.length > 0 && <Choices choices={now.choices} onChoose={speak} />}
        {now.outcome !== 'DONE' && now.choices.length === 0 && (
          <Candidates view={now} onChoose={speak} />
        )}
      </Box>
      <Doings
        view={now}
        busy={say.isPending && !offline}
        onAct={act}
        onLeave={() => void navigate('/floor')}
      />
      <ScanBar hint={t('move.hint')} onScan={scan} />
    </>
  );
}

function Sentence({ view }: { view: View }) {
  const { t } = useTranslation();
  const why = (reason: Schemas['FloorPlace']['why']) =>
    reason ? t(`move.why.${reason}`) : undefined;
  return (
    <Box
      component="h1"
      aria-live="polite"
      data-testid="sentence"
      sx={{ m: 0, p: 2, fontSize: 25, fontWeight: 400, lineHeight: 1.75 }}
    >
      {t('move.move')}{' '}
      <Blank state={view.quantity.state} label={t('quantity')} why={why(view.quantity.why)} narrow>
        {view.quantity.value && quantity(view.quantity.value)} {view.item.symbol}
      </Blank>{' '}
      ×{' '}
      <Blank state={view.item.state} label={t('item.item')}>
        {view.item.name}
      </Blank>
      {view.lot && (
        <>
          {' · '}
          {t('move.lot')}{' '}
          <Blank state={view.lot.state} label={t('lot')} why={why(view.lot.why)}>
            <Code>{view.lot.code}</Code>
          </Blank>
        </>
      )}
      {view.needsSerials && (
        <>
          {' · '}
          {t('move.serial')}{' '}
          <Blank state={view.serials.length ? 'SAID' : 'EMPTY'} label={t('serial')}>
            <Code>{view.serials.join(', ')}</Code>
          </Blank>
        </>
      )}{' '}
      {t('move.from')}{' '}
      <Blank state={view.from.state} label={t('from')}>
        <Code>{view.from.address}</Code>
      </Blank>{' '}
      {t('move.to')}{' '}
      <Blank state={view.to.state} label={t('to')} why={why(view.to.why)}>
        <Code>{view.to.address}</Code>
      </Blank>
      <Facts view={view} />
    </Box>
  );
}

/** What one would otherwise have to ask: what lies there, in packs, until when it is good. */
function Facts({ view }: { view: View }) {
  const { t } = useTranslation();
  const facts = [
    view.quantity.packs && `= ${view.quantity.packs}`,
    view.from.address &&
      view.item.name &&
      Number(view.held) > 0 &&
      t('move.holds', { place: view.from.address, amount: quantity(view.held) }),
    view.lot?.expiry && `${t('expires')} ${date(view.lot.expiry)}`,
    view.condition && view.condition !== 'GOOD' && t(`conditions.${view.condition}`),
  ].filter(Boolean);
  return (
    <Box component="span" sx={{ display: 'block', fontSize: 17, color: 'text.secondary' }}>
      {facts.join(' · ')}
    </Box>
  );
}

function Done({ view, onSame }: { view: View; onSame: () => void }) {
  const { t } = useTranslation();
  return (
    <Box role="status" sx={{ p: 2 }}>
      <Box
        sx={{
          borderLeft: 10,
          borderColor: 'success.main',
          pl: 2,
          py: 1,
          fontSize: 24,
          lineHeight: 1.4,
          bgcolor: 'background.paper',
        }}
      >
        <Box sx={{ color: 'success.main', fontWeight: 700 }}>{t('move.done')}</Box>
        {view.done?.sentence}
      </Box>
      <Button
        variant="outlined"
        fullWidth
        onClick={onSame}
        sx={{ mt: 2, minHeight: 64, fontSize: 20 }}
      >
        {t('move.same')}
      </Button>
      <Box sx={{ mt: 2, color: 'text.secondary' }}>{t('move.next')}</Box>
    </Box>
  );
}

function Doings({
  view,
  busy,
  onAct,
  onLeave,
}: {
  view: View;
  busy: boolean;
  onAct: (action: ActionName) => void;
  onLeave: () => void;
}) {
  const { t } = useTranslation();
  const begun = view.canUndo;
  const main = view.ready ? t('move.confirm') : view.whole ? t('move.accept') : undefined;
  const small = { minHeight: 56, fontSize: 17, flex: 1 };
  return (
    <Box sx={{ px: 1.5, pb: 1.5, display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {begun ? (
          <>
            <Button variant="outlined" sx={small} onClick={() => onAct('UNDO')}>
              {t('move.undo')}
            </Button>
            <Button variant="outlined" sx={small} onClick={() => onAct('TURN')}>
              {t('move.turn')}
            </Button>
            <Button variant="outlined" sx={small} onClick={() => onAct('CLEAR')}>
              {t('move.clear')}
            </Button>
          </>
        ) : (
          <>
            <Button variant="outlined" sx={small} onClick={onLeave}>
              {t('back')}
            </Button>
            {view.canSame && view.outcome !== 'DONE' && (
              <Button variant="outlined" sx={small} onClick={() => onAct('SAME')}>
                {t('move.same')}
              </Button>
            )}
          </>
        )}
      </Box>
      {main && (
        <Button
          variant="contained"
          disabled={busy}
          onClick={() => onAct('CONFIRM')}
          sx={{ minHeight: 68, fontSize: 24 }}
        >
          {main}
        </Button>
      )}
    </Box>
  );
}
