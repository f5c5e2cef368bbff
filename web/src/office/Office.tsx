import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { use } from 'react';
import { useTranslation } from 'react-i18next';
import { NavLink, Navigate, Route, Routes, useNavigate } from 'react-router';
import { Brand } from '../app/Brand';
import { DemoMark } from '../app/DemoMark';
import { OwnSecret } from '../app/OwnSecret';
import { useMay, useMe } from '../app/session';
import { SignOut } from '../floor/SignOut';
import { ShiftContext } from '../app/shift';
import { fonts } from '../app/theme';
import { Drop } from '../kit/Drop';
import { AskLine } from './AskLine';
import { Books } from './back/Books';
import { ChangesPage } from './back/ChangesPage';
import { LedgerSpace } from './back/LedgerSpace';
import { UsagePage } from './back/UsagePage';
import { ValuePage } from './back/ValuePage';
import { AccuracyPage } from './checking/AccuracyPage';
import { AdjustmentSpace } from './checking/AdjustmentSpace';
import { ApprovalSpace } from './checking/ApprovalSpace';
import { CollectorPage } from './checking/CollectorPage';
import { CountPage } from './checking/CountPage';
import { CountSpace } from './checking/CountSpace';
import { LoanSpace } from './checking/LoanSpace';
import { ProgrammePage } from './checking/ProgrammePage';
import { ScrapSpace } from './checking/ScrapSpace';
import { InboundSpace } from './coming/InboundSpace';
import { LettersSpace } from './coming/LettersSpace';
import { OutboundSpace } from './coming/OutboundSpace';
import { TransferSpace } from './coming/TransferSpace';
import { WaitingSpace } from './coming/WaitingSpace';
import { LabelSpace } from './labels/LabelSpace';
import { RequisitionSpace } from './low/RequisitionSpace';
import { OnHandSpace } from './onhand/OnHandSpace';
import { BinningSheet } from './rules/BinningSheet';
import { CountingRules } from './rules/CountingRules';
import { CustomerRules } from './rules/CustomerRules';
import { DeviceRules } from './rules/DeviceRules';
import { HouseRules } from './rules/HouseRules';
import { ItemRules } from './rules/ItemRules';
import { KindRules } from './rules/KindRules';
import { PeopleRules } from './rules/PeopleRules';
import { PlaceRules } from './rules/PlaceRules';
import { PutAwayRules } from './rules/PutAwayRules';
import { RemovalRules } from './rules/RemovalRules';
import { SecurityLog } from './rules/SecurityLog';
import { SupplierRules } from './rules/SupplierRules';
import { TodaySpace } from './today/TodaySpace';

/** The Office view: wide, keyboard first. */
export default function Office() {
  return (
    <Box sx={{ height: '100vh', display: 'flex', flexDirection: 'column', overflow: 'hidden' }}>
      <Header />
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex', overflow: 'hidden' }}>
        <Routes>
          <Route path="today" element={<TodaySpace />} />
          <Route path="on-hand" element={<OnHandSpace />} />
          <Route path="coming" element={<Navigate to="/office/coming/inbound" replace />} />
          <Route path="coming/inbound" element={<InboundSpace />} />
          <Route path="coming/transfers" element={<TransferSpace />} />
          <Route path="coming/outbound" element={<OutboundSpace />} />
          <Route path="coming/waiting" element={<WaitingSpace />} />
          <Route path="coming/letters" element={<LettersSpace />} />
          <Route path="checking" element={<Navigate to="/office/checking/counts" replace />} />
          <Route path="checking/counts" element={<CountSpace />} />
          <Route path="checking/counts/:id" element={<CountPage />} />
          <Route path="checking/programme" element={<ProgrammePage />} />
          <Route path="checking/accuracy" element={<AccuracyPage />} />
          <Route path="checking/collector" element={<CollectorPage />} />
          <Route path="checking/adjustments" element={<AdjustmentSpace />} />
          <Route path="checking/approvals" element={<ApprovalSpace />} />
          <Route path="checking/scrap" element={<ScrapSpace />} />
          <Route path="checking/loans" element={<LoanSpace />} />
          <Route
            path="running-low"
            element={<Navigate to="/office/running-low/requisitions" replace />}
          />
          <Route path="running-low/requisitions" element={<RequisitionSpace />} />
          <Route path="looking-back" element={<LedgerSpace />} />
          <Route path="looking-back/ledger" element={<LedgerSpace />} />
          <Route path="looking-back/value" element={<ValuePage />} />
          <Route path="looking-back/changes" element={<ChangesPage />} />
          <Route path="looking-back/usage" element={<UsagePage />} />
          <Route path="looking-back/books" element={<Books />} />
          <Route path="rules/items" element={<ItemRules />} />
          <Route path="rules/removal" element={<RemovalRules />} />
          <Route path="rules/customers" element={<CustomerRules />} />
          <Route path="rules/places" element={<PlaceRules />} />
          <Route path="rules/binning/:site" element={<BinningSheet />} />
          <Route path="rules/put-away" element={<PutAwayRules />} />
          <Route path="rules/suppliers" element={<SupplierRules />} />
          <Route path="rules/labels" element={<LabelSpace />} />
          <Route path="rules/reasons" element={<KindRules />} />
          <Route path="rules/counting" element={<CountingRules />} />
          <Route path="rules/house" element={<HouseRules />} />
          <Route path="rules/devices" element={<DeviceRules />} />
          <Route path="rules/security" element={<SecurityLog />} />
          <Route path="rules/people" element={<PeopleRules />} />
          <Route path="own/password" element={<OwnSecret secret="PASSWORD" />} />
          <Route path="own/pin" element={<OwnSecret secret="PIN" />} />
          <Route path="rules" element={<Navigate to="/office/rules/items" replace />} />
          <Route path="*" element={<Navigate to="/office/on-hand" replace />} />
        </Routes>
      </Box>
    </Box>
  );
}

const SPACES = [
  ['/office/today', 'space.today'],
  ['/office/on-hand', 'space.onHand'],
  ['/office/coming', 'space.coming'],
  ['/office/checking', 'space.checking'],
  ['/office/running-low', 'space.runningLow'],
  ['/office/looking-back', 'space.lookingBack'],
  ['/office/rules', 'space.rules'],
] as const;

function Header() {
  const { t } = useTranslation();
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
        {SPACES.map(([to, word]) => (
          <Box
            key={to}
            component={NavLink}
            to={to}
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
            {t(word)}
          </Box>
        ))}
      </Box>
      <AskLine />
      <PersonMenu />
    </Box>
  );
}

function PersonMenu() {
  const { t } = useTranslation();
  const me = useMe();
  const navigate = useNavigate();
  const mayMove = useMay('MOVE');
  const { shift, change } = use(ShiftContext);
  return (
    <Drop label={me.name} sx={{ color: '#231F1A', whiteSpace: 'nowrap' }}>
      {() => (
        <>
          <Box sx={{ color: 'text.secondary', px: 1 }}>{t(`role.${me.role}`)}</Box>
          {mayMove && <Button onClick={() => void navigate('/floor')}>{t('toFloor')}</Button>}
          <Button onClick={() => change(shift === 'day' ? 'night' : 'day')}>
            {t(shift === 'day' ? 'toNight' : 'toDay')}
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
