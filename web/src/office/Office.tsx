import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, use } from 'react';
import { NavLink, Navigate, Outlet, Route, Routes, useLocation, useNavigate } from 'react-router';
import { question } from '../api/ask';
import { Brand } from '../app/Brand';
import { DemoMark } from '../app/DemoMark';
import { OwnSecret } from '../app/OwnSecret';
import { useMay, useMe, useSites } from '../app/session';
import { SignOut } from '../floor/SignOut';
import { ShiftContext } from '../app/shift';
import { fonts } from '../app/theme';
import { Drop } from '../kit/Drop';
import { PageHelpContext, type Help } from '../kit/PageHelp';
import { Rail } from '../kit/Rail';
import { useTitle } from '../kit/useTitle';
import { guideOf } from './guide/guide';
import { OwnChoices, useLandingPage } from './OwnChoices';
import { AskLine } from './AskLine';
import { Shortcuts } from './Shortcuts';
import { addressOf, SPACES, type OfficePage, type OfficeSpace } from './pages';
import { t, type Word } from '../app/words';

/** The Office view: wide, keyboard first. */
export default function Office() {
  // Forms and filters have the sites at once: none can be sent before it is known which there are.
  const sites = useSites();
  return (
    <Box sx={{ height: '100vh', display: 'flex', flexDirection: 'column', overflow: 'hidden' }}>
      <SkipLink />
      <Header />
      <Shortcuts />
      <Box
        component="main"
        id="content"
        tabIndex={-1}
        sx={{ flex: 1, minHeight: 0, display: 'flex', overflow: 'hidden', outline: 'none' }}
      >
        {!sites.isPending && (
          <Suspense fallback={null}>
            <Routes>
              {SPACES.map((space) => (
                <Route key={space.path} path={space.path} element={<Space space={space} />}>
                  {space.pages[0].path && (
                    <Route index element={<First of={addressOf(space, space.pages[0])} />} />
                  )}
                  {space.pages.map((page) => (
                    <Route
                      key={page.path}
                      index={page.path === ''}
                      path={page.path || undefined}
                      element={<Page space={space} page={page} />}
                    />
                  ))}
                </Route>
              ))}
              <Route path="guide/:name?" element={<Guide />} />
              <Route path="own/notices" element={<Notices />} />
              <Route path="own/choices" element={<Own />} />
              <Route path="own/password" element={<OwnSecret secret="PASSWORD" />} />
              <Route path="own/pin" element={<OwnSecret secret="PIN" />} />
              <Route path="*" element={<Begin />} />
            </Routes>
          </Suspense>
        )}
      </Box>
    </Box>
  );
}

/** Leads past the header, for who walks by Tab. It is seen while it has the focus. */
function SkipLink() {
  return (
    <Box
      component="a"
      href="#content"
      onClick={(event) => {
        event.preventDefault();
        document.getElementById('content')?.focus();
      }}
      sx={{
        position: 'absolute',
        left: 8,
        top: -80,
        zIndex: 10,
        px: 2,
        py: 1,
        bgcolor: 'background.paper',
        border: '2px solid',
        '&:focus': { top: 6 },
      }}
    >
      {t('skip')}
    </Box>
  );
}

const NoticeSpace = lazy(async () => ({
  default: (await import('./notices/NoticeSpace')).NoticeSpace,
}));

const GuideSpace = lazy(async () => ({
  default: (await import('./guide/GuideSpace')).GuideSpace,
}));

function Guide() {
  useTitle(t('help.guide'));
  return <GuideSpace />;
}

function Own() {
  useTitle(t('own.title'));
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex' }}>
      <OwnChoices />
    </Box>
  );
}

function Notices() {
  useTitle(t('notices.title'));
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex' }}>
      <NoticeSpace />
    </Box>
  );
}

/** An empty house opens on what is to be set up, for those who can; any other on its day. */
function Begin() {
  const house = useQuery(question('/api/house'));
  const may = useMay('RULES');
  const own = useLandingPage();
  if (house.isPending || own.pending) {
    return null;
  }
  const settingUp = may && house.data?.settingUp;
  return (
    <Navigate to={own.page || (settingUp ? '/office/rules/setting-up' : '/office/today')} replace />
  );
}

/** The first page of a space, asked for what the space was asked for. */
function First({ of }: { of: string }) {
  const { search } = useLocation();
  return <Navigate to={of + search} replace />;
}

/** A space with its pages in the rail. */
function Space({ space }: { space: OfficeSpace }) {
  const { permissions } = useMe();
  const pages = space.pages.filter(
    (page) => !page.ofOne && (!page.may || permissions.includes(page.may)),
  );
  if (space.pages[0].path === '') {
    return <Outlet />;
  }
  return (
    <Rail
      label={t(space.word)}
      rooms={pages.map((page) => [addressOf(space, page), t(page.word)] as const)}
    >
      <Suspense fallback={null}>
        <Outlet />
      </Suspense>
    </Rail>
  );
}

function Page({ space, page }: { space: OfficeSpace; page: OfficePage }) {
  useTitle(t(page.word));
  return (
    <PageHelpContext value={helpOf(space, page)}>
      <page.Show />
    </PageHelpContext>
  );
}

/** What a page is for; of one thing alone nothing is said. */
function helpOf(space: OfficeSpace, page: OfficePage): Help | undefined {
  return page.ofOne
    ? undefined
    : {
        what: t(`help.pages.${page.word}.what` as Word),
        example: t(`help.pages.${page.word}.example` as Word),
        guide: guideOf(space, page),
      };
}

function Header() {
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2,
        height: 52,
        bgcolor: (theme) => theme.house.kraft,
        color: '#231F1A',
        flexShrink: 0,
      }}
    >
      <Brand />
      <DemoMark />
      <Box component="nav" aria-label={t('spaces')} sx={{ display: 'flex', gap: 0.5 }}>
        {SPACES.map((space) => (
          <Box
            key={space.path}
            component={NavLink}
            to={addressOf(space)}
            sx={{
              fontFamily: fonts.heading,
              fontWeight: 600,
              fontSize: 17,
              px: 1.25,
              lineHeight: '52px',
              textDecoration: 'none',
              color: '#231F1A',
              borderBottom: '5px solid transparent',
              boxSizing: 'border-box',
              height: 52,
              '&.active': { borderBottomColor: '#231F1A' },
              '&:hover': { bgcolor: 'rgba(35,31,26,0.1)' },
            }}
          >
            {t(space.word)}
          </Box>
        ))}
      </Box>
      <AskLine />
      <PersonMenu />
    </Box>
  );
}

/** How many notices one has not read, stamped beside one's name. */
function Unread({ count }: { count: number }) {
  return (
    <Box
      component="span"
      role="img"
      aria-label={t('notices.badge', { count })}
      sx={{
        fontSize: '13px !important',
        fontFamily: fonts.heading,
        fontWeight: 700,
        minWidth: 22,
        px: 0.5,
        lineHeight: '20px',
        textAlign: 'center',
        color: (theme) => theme.house.kraft,
        bgcolor: '#231F1A',
      }}
    >
      {count}
    </Box>
  );
}

function PersonMenu() {
  const me = useMe();
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const { shift, change } = use(ShiftContext);
  const unread = useQuery(question('/api/notices/unread')).data?.count ?? 0;
  return (
    <Drop
      label={me.name}
      sx={{ color: '#231F1A', whiteSpace: 'nowrap' }}
      endIcon={unread > 0 && <Unread count={unread} />}
    >
      {(close) => (
        <>
          <Box sx={{ color: 'text.secondary', px: 1 }}>{t(`role.${me.role}` as Word)}</Box>
          <Button
            onClick={() => {
              close();
              void navigate('/office/own/notices');
            }}
          >
            {unread > 0 ? t('notices.menu', { count: unread }) : t('notices.title')}
          </Button>
          {mayMove && <Button onClick={() => void navigate('/floor')}>{t('toFloor')}</Button>}
          <Button onClick={() => change(shift === 'day' ? 'night' : 'day')}>
            {t(shift === 'day' ? 'toNight' : 'toDay')}
          </Button>
          <Button
            onClick={() => {
              close();
              void navigate('/office/own/choices');
            }}
          >
            {t('own.title')}
          </Button>
          <Button onClick={() => void navigate('/office/own/password')}>
            {t('secret.title.PASSWORD')}
          </Button>
          <Button onClick={() => void navigate('/office/own/pin')}>{t('secret.title.PIN')}</Button>
          <SignOut />
        </>
      )}
    </Drop>
  );
}
