import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { use } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { useMe } from '../app/session';
import { ShiftContext } from '../app/shift';
import { Drop } from '../kit/Drop';
import { SignOut } from './SignOut';

/** What one finds under one's name: other sites, the shift, one's secret, and the way out. */
export default function FloorMenu({
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
    <Drop
      begins
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
  );
}
