import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { t } from '../app/words';
import { ProblemNote } from './ProblemNote';

/** What is asked before something is done that can't be done without a word. */
export function AskWhy({
  label,
  go,
  busy,
  problem,
  onGo,
  onLeave,
  children,
}: {
  label: string;
  /** What its button says. */
  go: string;
  busy: boolean;
  problem?: unknown;
  onGo: (words: string) => void;
  onLeave: () => void;
  /** What is told, or asked besides. */
  children?: ReactNode;
}) {
  const [words, setWords] = useState('');
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        onGo(words);
      }}
      sx={{ border: '2px dashed', p: 1.5, mt: 1, display: 'grid', gap: 1 }}
    >
      {children}
      <TextField
        label={label}
        value={words}
        onChange={(event) => setWords(event.target.value)}
        autoFocus
      />
      <ProblemNote problem={problem} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" loading={busy}>
          {go}
        </Button>
        <Button onClick={onLeave}>{t('transfer.notYet')}</Button>
      </Box>
    </Box>
  );
}
