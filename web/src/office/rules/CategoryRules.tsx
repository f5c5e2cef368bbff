import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { post, question } from '../../api/ask';
import { Problem, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { GridRow } from '../../kit/GridRow';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { useSave } from '../../kit/useSave';

type Category = Schemas['Category'];

const OLD = ['categories', 'items', 'put-away-rules', 'removal', 'replenishment', 'low'];

/** The categories of items as a tree: renamed, moved and merged with all that was said of them. */
export function CategoryRules() {
  const may = useMay('RULES');
  const tree = useQuery(question('/api/categories/tree'));
  const [opened, setOpened] = useState('');
  return (
    <Room title={t('categories.title')}>
      <Box sx={{ maxWidth: 760 }}>
        <Box sx={{ mb: 1.5 }}>{t('categories.what')}</Box>
        <ProblemNote problem={tree.error} />
        {tree.data?.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>{t('categories.none')}</Box>
        )}
        {tree.data?.map((one) => (
          <Box key={one.path}>
            <GridRow tracks="1fr 110px 220px" sx={{ alignItems: 'center', minHeight: 40 }}>
              <Box sx={{ pl: one.depth * 3, fontWeight: one.depth === 0 ? 700 : undefined }}>
                {one.path.split('/').at(-1)}
              </Box>
              <Box sx={{ textAlign: 'right' }}>{t('categories.items', { count: one.within })}</Box>
              {may && opened !== one.path ? (
                <Button
                  aria-label={t('categories.changeOne', { category: one.path })}
                  onClick={() => setOpened(one.path)}
                >
                  {t('categories.change')}
                </Button>
              ) : (
                <span />
              )}
            </GridRow>
            {opened === one.path && <Moving of={one} onDone={() => setOpened('')} />}
          </Box>
        ))}
      </Box>
    </Room>
  );
}

function Moving({ of, onDone }: { of: Category; onDone: () => void }) {
  const [to, setTo] = useState(of.path);
  const save = useSave(OLD, post('/api/categories/moving'), onDone);
  const there =
    save.error instanceof Problem && save.error.type === 'category-exists' ? save.error : undefined;
  const move = (merge: boolean) => save.mutate({ from: of.path, to: to.trim(), merge });
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        move(false);
      }}
      sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'start', py: 1.5 }}
    >
      <TextField
        label={t('categories.to')}
        required
        autoFocus
        value={to}
        onChange={(event) => {
          setTo(event.target.value);
          save.reset();
        }}
        error={save.isError}
        helperText={save.error?.message ?? t('categories.help')}
        sx={{ flex: 1, minWidth: 300 }}
      />
      {there ? (
        <Button variant="contained" loading={save.isPending} onClick={() => move(true)}>
          {t('categories.merge', { category: to.trim(), count: Number(there.values.items) })}
        </Button>
      ) : (
        <Button type="submit" variant="contained" loading={save.isPending}>
          {t('categories.save')}
        </Button>
      )}
      <Button onClick={onDone}>{t('categories.cancel')}</Button>
    </Box>
  );
}
