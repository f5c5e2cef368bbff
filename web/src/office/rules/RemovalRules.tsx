import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FormPanel } from '../../kit/FormPanel';
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { SidePanel } from '../../kit/SidePanel';
import { useOpened } from '../../kit/TableSpace';
import { RemovalForm, RuleWords } from './RemovalForm';
import { RemovalTrial } from './RemovalTrial';

type Rule = Schemas['RemovalRuleCard'];

/** Which goods leave first: each rule a sentence, the most specific first. */
export function RemovalRules() {
  const may = useMay('RULES');
  const { opened, id, open, close } = useOpened();
  const rules = useQuery(question('/api/removal/rules'));
  const one = rules.data?.find((rule) => rule.id === id);
  return (
    <>
      <Room
        title={t('rules.removal')}
        tools={
          <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
            <Button onClick={() => open('changes')}>{t('removal.changes')}</Button>
            <Button onClick={() => open('trial')}>{t('removal.tryAll')}</Button>
            {may && (
              <Button variant="contained" onClick={() => open('new')}>
                {t('removal.add')}
              </Button>
            )}
          </Box>
        }
      >
        <Box sx={{ color: 'text.secondary', mb: 1.5, maxWidth: 760 }}>{t('removal.help')}</Box>
        <ProblemNote problem={rules.error} />
        <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, maxWidth: 980 }}>
          {rules.data?.map((rule) => (
            <Box component="li" key={rule.id}>
              <RuleRow rule={rule} opened={rule === one} onOpen={() => open(rule.id)} />
            </Box>
          ))}
          <Box component="li" sx={{ py: 1.25, px: 1.5, borderTop: 1, borderColor: 'divider' }}>
            <Box sx={{ fontSize: 18 }}>{t('removal.usual')}</Box>
            <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{t('removal.usualHelp')}</Box>
          </Box>
        </Box>
      </Room>
      {(opened === 'new' || one) && (
        <FormPanel
          key={opened}
          of={one}
          title={t(one ? 'removal.rule' : 'removal.add')}
          onClose={close}
          width={620}
        >
          {(shown) => <RemovalForm rule={shown} onDone={close} />}
        </FormPanel>
      )}
      {opened === 'trial' && (
        <SidePanel title={t('removal.tryAll')} onClose={close} width={620}>
          <RemovalTrial />
        </SidePanel>
      )}
      {opened === 'changes' && (
        <SidePanel title={t('removal.changes')} onClose={close} width={520}>
          <Changes />
        </SidePanel>
      )}
    </>
  );
}

function RuleRow({ rule, opened, onOpen }: { rule: Rule; opened: boolean; onOpen: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      aria-expanded={opened}
      onClick={onOpen}
      sx={{
        font: 'inherit',
        color: 'inherit',
        textAlign: 'left',
        width: '100%',
        bgcolor: opened ? 'background.paper' : 'transparent',
        border: 0,
        borderTop: 1,
        borderLeft: opened ? 6 : 0,
        borderColor: 'divider',
        borderLeftColor: 'text.primary',
        cursor: 'pointer',
        py: 1.25,
        px: 1.5,
        '&:hover': { bgcolor: 'background.paper' },
      }}
    >
      <Box sx={{ fontSize: 18, lineHeight: 1.4 }}>
        <RuleWords rule={rule} />
      </Box>
      {(rule.overriddenBy.length > 0 || rule.overrides.length > 0) && (
        <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
          {[
            rule.overriddenBy.length > 0 &&
              t('removal.overriddenMany', { count: rule.overriddenBy.length }),
            rule.overrides.length > 0 &&
              t('removal.overridesMany', { count: rule.overrides.length }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
      )}
    </Box>
  );
}

function Changes() {
  const changes = useQuery(question('/api/removal/changes'));
  return (
    <>
      <ProblemNote problem={changes.error} />
      {changes.data?.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('removal.noChanges')}</Box>
      )}
      {changes.data?.map((change) => (
        <Box key={change.id} sx={{ py: 1, borderBottom: 1, borderColor: 'divider' }}>
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
            {instant(change.at)} · {change.person}
          </Box>
          {change.before && (
            <Box sx={{ textDecoration: 'line-through', color: 'text.secondary' }}>
              {change.before}
            </Box>
          )}
          {change.after ? (
            <Box>{change.after}</Box>
          ) : (
            <Box sx={{ color: 'error.main' }}>{t('removal.takenAway')}</Box>
          )}
        </Box>
      ))}
    </>
  );
}
