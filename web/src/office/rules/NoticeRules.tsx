import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useMe, useSites } from '../../app/session';
import { t } from '../../app/words';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { everyOf } from '../../kit/everyOf';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { useSave } from '../../kit/useSave';
import { KINDS } from '../notices/kinds';

type Made = Schemas['NoticeChoice'];
type Way = Made['way'];

const ROLES = everyOf<Made['role']>()([
  'FLOOR_HAND',
  'CLERK',
  'CONTROLLER',
  'AUDITOR',
  'ADMINISTRATOR',
]);
const WAYS = everyOf<Way>()(['OFF', 'SCREEN', 'DAILY_MAIL', 'MAIL_AT_ONCE']);
const SILENT = everyOf<'OFF' | 'SCREEN'>()(['OFF', 'SCREEN']);
const TRACKS = '180px repeat(5, minmax(120px, 1fr))';

/** Which roles are told of what, and how: everywhere, or at one site otherwise. */
export function NoticeRules() {
  const may = useMay('RULES');
  const { everywhere } = useMe();
  const sites = useSites().data ?? [];
  const [chosen, setSite] = useState('');
  const site = chosen || (everywhere ? '' : String(sites[0]?.id ?? ''));
  const choices = useQuery(question('/api/notice-choices'));
  const save = useSave<Schemas['NoticeChoiceEntry']>(
    ['notice-choices'],
    put('/api/notice-choices'),
  );
  const made = (kind: Made['kind'], role: Made['role']) =>
    choices.data?.find(
      (one) => one.kind === kind && one.role === role && String(one.siteId ?? '') === site,
    )?.way;
  return (
    <Room title={t('notices.choices.title')}>
      <Box sx={{ maxWidth: 1000 }}>
        <Box sx={{ mb: 1.5 }}>{t('notices.choices.what')}</Box>
        <Choice
          label={t('notices.choices.site')}
          value={site}
          onChange={setSite}
          options={optionsById(sites, everywhere ? t('everySite') : undefined)}
          sx={{ mb: 1.5 }}
        />
        <ProblemNote problem={choices.error ?? save.error} />
        <GridRow tracks={TRACKS} sx={{ color: 'text.secondary', fontSize: 13 }}>
          <span />
          {ROLES.map((role) => (
            <span key={role}>{t(`role.${role}`)}</span>
          ))}
        </GridRow>
        {choices.data &&
          KINDS.map((kind) => (
            <GridRow key={kind} tracks={TRACKS} sx={{ alignItems: 'center' }}>
              <b>{t(`notices.kinds.${kind}`)}</b>
              {ROLES.map((role) => (
                <Choice<Way | ''>
                  key={role}
                  aria-label={t('notices.choices.way', {
                    kind: t(`notices.kinds.${kind}`),
                    role: t(`role.${role}`),
                  })}
                  value={made(kind, role) ?? (site === '' ? 'OFF' : '')}
                  disabled={!may || save.isPending}
                  onChange={(way) =>
                    save.mutate({
                      kind,
                      role,
                      siteId: site === '' ? undefined : Number(site),
                      way: way || undefined,
                    })
                  }
                  options={optionsOf<Way, string | undefined>(
                    kind === 'MAIL_NOT_SENT' ? SILENT : WAYS,
                    (way) => t(`notices.ways.${way}`),
                    site === '' ? undefined : t('notices.ways.INHERIT'),
                  )}
                />
              ))}
            </GridRow>
          ))}
      </Box>
    </Room>
  );
}
