import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router';
import { t, type Word } from '../app/words';
import { useTitle } from '../kit/useTitle';
import { useMe, useSites } from '../app/session';
import { DemoMark } from '../app/DemoMark';
import type { Verb } from './desks';
import { DOORS } from './doors';
import { ChooseSiteContext } from './chosenSite';
import { LoadingPage } from './LoadingPage';
import { OutboxNote } from './OutboxNote';
import { Rest } from './Rest';

/** What is fetched when the rest of the Floor stands, or sooner where it is opened at once. */
const parts = {
  sentence: () => import('./SentenceScreen'),
  cards: () => import('./Cards'),
  check: () => import('./CheckPage'),
  request: () => import('./RequestPage'),
  loan: () => import('./LoanOnFloor'),
  trace: () => import('./TraceCard'),
  secret: () => import('../app/OwnSecret'),
};
const SentenceScreen = lazy(async () => ({ default: (await parts.sentence()).SentenceScreen }));
const ItemCard = lazy(async () => ({ default: (await parts.cards()).ItemCard }));
const BinCard = lazy(async () => ({ default: (await parts.cards()).BinCard }));
const CheckPage = lazy(async () => ({ default: (await parts.check()).CheckPage }));
const RequestPage = lazy(async () => ({ default: (await parts.request()).RequestPage }));
const LoanOnFloor = lazy(async () => ({ default: (await parts.loan()).LoanOnFloor }));
const LotTrace = lazy(async () => ({ default: (await parts.trace()).LotTrace }));
const SerialTrace = lazy(async () => ({ default: (await parts.trace()).SerialTrace }));
const OwnSecret = lazy(async () => ({ default: (await parts.secret()).OwnSecret }));
const FloorMenu = lazy(() => import('./FloorMenu'));

/** What the window is called, by what is being done. */
const TITLES: Record<string, Word> = {
  move: 'move.start',
  receive: 'receive.start',
  'put-away': 'floor.putAway',
  refill: 'floor.refill',
  send: 'going.send',
  arrive: 'going.arrive',
  count: 'counting.start',
  pick: 'picking.start',
  pack: 'packing.start',
  adjust: 'righting.start',
  request: 'request.start',
  trace: 'lookingBack.trace',
};

/** Fetches the rest while nobody waits: a network that goes later takes nothing away. */
function useEverythingSoon() {
  useEffect(() => {
    const soon = setTimeout(
      // What could not be fetched now is fetched when it is opened.
      () => Object.values(parts).forEach((load) => void load().catch(() => undefined)),
      SOON,
    );
    return () => clearTimeout(soon);
  }, []);
}

const SOON = 1_000;
const SITE = 'reliquum.site';
const VERBS = Object.keys(DOORS) as Verb[];

/** The Floor view: portrait, one thumb, a scan starts everything. */
export default function Floor() {
  const me = useMe();
  const sites = useSites();
  useEverythingSoon();
  const [, , page = ''] = useLocation().pathname.split('/');
  useTitle(t(TITLES[page] ?? 'toFloor'));
  const [chosen, setChosen] = useState(() => Number(localStorage.getItem(SITE)));
  const site = sites.data?.find((one) => one.id === chosen) ?? sites.data?.[0];
  if (!site) {
    return sites.data ? <Box sx={{ p: 3 }}>{t('floor.noSite')}</Box> : <LoadingPage />;
  }
  const choose = (id: number) => {
    localStorage.setItem(SITE, String(id));
    setChosen(id);
  };
  return (
    <Box
      sx={{
        height: '100dvh',
        maxWidth: 520,
        mx: 'auto',
        display: 'flex',
        flexDirection: 'column',
        fontSize: 18,
        bgcolor: 'background.default',
        // A gloved thumb must find everything that can be pressed or filled in; what is larger stays so.
        ':where(&) :where(.MuiButton-root, .MuiInputBase-root)': { minHeight: 48 },
      }}
    >
      <FloorHeader site={site.name} sites={sites.data ?? []} onChoose={choose} />
      <OutboxNote />
      <Box
        component="main"
        sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}
      >
        <ChooseSiteContext value={choose}>
          {/* Each page by itself: who has left one is not heard by it while the next is fetched. */}
          <Suspense key={page} fallback={<LoadingPage />}>
            <Routes>
              <Route index element={<Rest site={site} />} />
              {VERBS.map((verb) => (
                <Route
                  key={verb}
                  path={DOORS[verb].slice('/floor/'.length)}
                  element={<SentenceScreen key={`${verb} ${site.id}`} site={site} verb={verb} />}
                />
              ))}
              <Route path="check" element={<CheckPage key={site.id} site={site} />} />
              <Route path="request" element={<RequestPage key={site.id} site={site} />} />
              <Route path="loan/:id" element={<LoanOnFloor site={site} />} />
              <Route path="own" element={<OwnSecret secret={me.by} />} />
              <Route path="item/:id" element={<ItemCard site={site} />} />
              <Route path="bin/:id" element={<BinCard site={site} />} />
              <Route path="trace/lot/:id" element={<LotTrace site={site} />} />
              <Route path="trace/serial/:id" element={<SerialTrace site={site} />} />
              <Route path="*" element={<Navigate to="/floor" replace />} />
            </Routes>
          </Suspense>
        </ChooseSiteContext>
      </Box>
    </Box>
  );
}

function FloorHeader({
  site,
  sites,
  onChoose,
}: {
  site: string;
  sites: { id: number; name: string }[];
  onChoose: (id: number) => void;
}) {
  const navigate = useNavigate();
  const me = useMe();
  const [opened, setOpened] = useState(false);
  // What stands under it is fetched when it is pressed for the first time.
  const name = (
    <Button
      aria-haspopup="dialog"
      aria-expanded={opened}
      onClick={() => setOpened(true)}
      sx={{ color: '#231F1A', ml: 'auto', minHeight: 48, fontSize: 16 }}
    >
      {me.name.split(' ')[0]}
    </Button>
  );
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        alignItems: 'center',
        minHeight: 52,
        px: 1.5,
        bgcolor: (theme) => theme.house.kraft,
      }}
    >
      <Button
        onClick={() => void navigate('/floor')}
        sx={{ color: '#231F1A', fontSize: 18, minHeight: 48, px: 0.5 }}
      >
        {site}
      </Button>
      <Box sx={{ ml: 1 }}>
        <DemoMark />
      </Box>
      {opened ? (
        <Suspense fallback={name}>
          <FloorMenu site={site} sites={sites} onChoose={onChoose} />
        </Suspense>
      ) : (
        name
      )}
    </Box>
  );
}
