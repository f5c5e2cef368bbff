import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { Navigate, Route, Routes, useNavigate } from 'react-router';
import { t } from '../app/words';
import { useMe, useSites } from '../app/session';
import { DemoMark } from '../app/DemoMark';
import { OwnSecret } from '../app/OwnSecret';
import { ShiftContext } from '../app/shift';
import { Drop } from '../kit/Drop';
import { BinCard, ItemCard } from './Cards';
import { CheckPage } from './CheckPage';
import type { Verb } from './desks';
import { DOORS } from './doors';
import { ChooseSiteContext } from './chosenSite';
import { SentenceScreen } from './SentenceScreen';
import { LoadingPage } from './LoadingPage';
import { LoanOnFloor } from './LoanOnFloor';
import { OutboxNote } from './OutboxNote';
import { RequestPage } from './RequestPage';
import { Rest } from './Rest';
import { SignOut } from './SignOut';

const SITE = 'reliquum.site';
const VERBS = Object.keys(DOORS) as Verb[];

/** The Floor view: portrait, one thumb, a scan starts everything. */
export default function Floor() {
  const me = useMe();
  const sites = useSites();
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
      }}
    >
      <FloorHeader site={site.name} sites={sites.data ?? []} onChoose={choose} />
      <OutboxNote />
      <Box
        component="main"
        sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}
      >
        <ChooseSiteContext value={choose}>
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
            <Route path="*" element={<Navigate to="/floor" replace />} />
          </Routes>
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
  const me = useMe();
  const navigate = useNavigate();
  const { shift, change } = use(ShiftContext);
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
      <Drop
        label={me.name.split(' ')[0]}
        sx={{ color: '#231F1A', ml: 'auto', minHeight: 48, fontSize: 16 }}
      >
        {(close) => (
          <Box
            sx={{
              display: 'grid',
              minWidth: 240,
              '& button, & a': { minHeight: 48, fontSize: 17 },
            }}
          >
            {sites
              .filter((one) => one.name !== site)
              .map((one) => (
                <Button
                  key={one.id}
                  onClick={() => {
                    onChoose(one.id);
                    close();
                    void navigate('/floor');
                  }}
                >
                  {t('floor.workAt', { site: one.name })}
                </Button>
              ))}
            <Button onClick={() => change(shift === 'day' ? 'night' : 'day')}>
              {t(shift === 'day' ? 'toNight' : 'toDay')}
            </Button>
            {me.by === 'PASSWORD' && (
              <Button onClick={() => void navigate('/office/on-hand')}>{t('toOffice')}</Button>
            )}
            <Button component="a" href="/api/labels/actions" target="_blank" onClick={close}>
              {t('floor.actionSheet')}
            </Button>
            <Button
              onClick={() => {
                close();
                void navigate('/floor/own');
              }}
            >
              {t(`secret.title.${me.by}`)}
            </Button>
            <SignOut />
          </Box>
        )}
      </Drop>
    </Box>
  );
}
