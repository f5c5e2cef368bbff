import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Code } from '../../kit/Code';
import { DateField } from '../../kit/DateField';
import { Form, FormOf } from '../../kit/Form';
import { date, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { traceAddress } from '../../kit/traceWords';

type Life = Schemas['SerialLife'];

/** A piece above its movements: where it came from, where it is, who has it, when its service is due. */
export function SerialLife({ id }: { id: number }) {
  const life = useQuery(question('/api/serials/{id}', { id }));
  const one = life.data;
  return (
    <Box
      component="section"
      aria-label={t('serials.life')}
      sx={{ border: 1, borderColor: 'divider', bgcolor: 'background.paper', p: 1.5, mb: 1.5 }}
    >
      <ProblemNote problem={life.error} />
      {one && (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))',
            gap: 2,
          }}
        >
          <Fact name={t('serial')}>
            <Box sx={{ fontSize: 20 }}>
              <Code>{one.code}</Code>
            </Box>
            <Link to={`/office/on-hand?open=${one.itemId}`}>{one.name}</Link>
            <Box>
              <Link to={traceAddress({ serialId: one.id })}>{t('trace.go')}</Link>
            </Box>
            {one.lot && (
              <Box>
                {t('lot')} <Code>{one.lot}</Code>
                {one.expiry && `, ${t('serials.expires', { day: date(one.expiry) })}`}
              </Box>
            )}
          </Fact>
          <Where life={one} />
          <Fact name={t('serials.origin')}>
            {one.origin ? (
              <>
                <b>{one.origin.supplier ?? t(`serials.places.${one.origin.from}`)}</b>
                <Box>
                  {instant(one.origin.at)} <Document number={one.origin.document} />
                </Box>
              </>
            ) : (
              t('serials.never')
            )}
          </Fact>
          <Service life={one} />
        </Box>
      )}
    </Box>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box>
      <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{name}</Box>
      {children}
    </Box>
  );
}

/** Its document, by which the ledger shows all of it. */
function Document({ number }: { number: string }) {
  return (
    number && (
      <Link
        to={`/office/looking-back?document=${encodeURIComponent(number)}`}
        style={{ whiteSpace: 'nowrap' }}
      >
        <Code>{number}</Code>
      </Link>
    )
  );
}

function Where({ life: { where, lent, loans } }: { life: Life }) {
  return (
    <Fact name={t('serials.now')}>
      {!where && t('serials.never')}
      {where && (
        <>
          <Box sx={{ fontSize: 20, fontWeight: 600 }}>
            {where.place ? (
              <Code>{where.place}</Code>
            ) : (
              (where.site ?? t(`serials.places.${where.kind}`))
            )}
          </Box>
          {where.place && <Box>{where.site}</Box>}
          {where.load && (
            <Box>
              {t('serials.load')} <Code>{where.load}</Code>
            </Box>
          )}
          {where.condition !== 'GOOD' && (
            <Box sx={{ color: 'error.main' }}>{t(`conditions.${where.condition}`)}</Box>
          )}
          <Box>
            {t('serials.since', { when: instant(where.since), person: where.person })}{' '}
            {where.document !== lent?.number && <Document number={where.document} />}
          </Box>
        </>
      )}
      {lent && (
        <Box>
          <b>{t('serials.has', { party: lent.party })}</b>{' '}
          <Link to={`/office/checking/loans?open=${lent.id}`} style={{ whiteSpace: 'nowrap' }}>
            <Code>{lent.number}</Code>
          </Link>
          <Box>{lent.due ? t('serials.back', { day: date(lent.due) }) : t('serials.noDay')}</Box>
        </Box>
      )}
      {loans > 0 && <Box>{t('serials.lent', { count: loans })}</Box>}
    </Fact>
  );
}

function Service({ life }: { life: Life }) {
  const may = useMay('POST');
  const [editing, setEditing] = useState(false);
  return (
    <Fact name={t('serials.service')}>
      {!editing && (
        <>
          <Box sx={{ fontSize: 20, fontWeight: 600 }}>
            {life.serviceDue ? date(life.serviceDue) : t('serials.noService')}
          </Box>
          {may && (
            <Button variant="outlined" size="small" onClick={() => setEditing(true)}>
              {t('serials.change')}
            </Button>
          )}
        </>
      )}
      {editing && (
        <>
          <FormOf of={life}>
            {(shown) => shown && <ServiceForm life={shown} onDone={() => setEditing(false)} />}
          </FormOf>
          <Button onClick={() => setEditing(false)}>{t('serials.leave')}</Button>
        </>
      )}
      {life.changes.map((change) => (
        <Box key={change.at} sx={{ fontSize: 13, mt: 0.5 }}>
          {t('serials.changed', {
            from: change.serviceDueBefore ? date(change.serviceDueBefore) : t('serials.noService'),
            to: change.serviceDue ? date(change.serviceDue) : t('serials.noService'),
          })}
          : {change.reason}
          <Box sx={{ color: 'text.secondary' }}>
            {change.by}, {instant(change.at)}
          </Box>
        </Box>
      ))}
    </Fact>
  );
}

function ServiceForm({ life, onDone }: { life: Life; onDone: () => void }) {
  const save = useSave(
    ['serials', 'on-hand'],
    put('/api/serials/{id}/service-due', { id: life.id }),
    onDone,
  );
  const form = useForm({ serviceDue: life.serviceDue ?? '', reason: '' }, save.error);
  return (
    <Form
      save={save}
      may="POST"
      word={t('serials.save')}
      onSubmit={() =>
        save.mutate({
          version: life.version,
          serviceDue: form.entry.serviceDue || null,
          reason: form.entry.reason,
        })
      }
    >
      <DateField label={t('serials.service')} {...form.text('serviceDue')} />
      <TextField label={t('serials.reason')} required {...form.text('reason')} />
    </Form>
  );
}
