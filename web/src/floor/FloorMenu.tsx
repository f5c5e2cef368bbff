import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { use } from 'react';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { put, question } from '../api/ask';
import { LANGUAGES } from '../app/languages';
import i18n, { t } from '../app/words';
import { useMe } from '../app/session';
import { ShiftContext } from '../app/shift';
import { Drop } from '../kit/Drop';
import { useSave } from '../kit/useSave';
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
  const own = useQuery(question('/api/own-choices')).data;
  const save = useSave(['own-choices'], put('/api/own-choices'));
  const choose = (language: string) => own && save.mutate({ ...own, language });
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
          {Object.entries(LANGUAGES)
            .filter(([code]) => code !== i18n.language)
            .map(([code, name]) => (
              <Button key={code} lang={code} onClick={() => choose(code)}>
                {name}
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
