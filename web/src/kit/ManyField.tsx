import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import { t } from '../app/words';
import { Code } from './Code';
import type { FieldOf } from './FoundField';
import { Removable } from './Removable';

/**
 * Several of a kind, said one after another: each stands as a word that can be taken out. Several at
 * once, with commas, are taken apart. What is typed and not yet said is said by going on.
 */
export function ManyField({
  value,
  onChange,
  field,
}: {
  value: readonly string[];
  onChange: (value: string[]) => void;
  /** The field in which the next is said. */
  field: (next: Pick<FieldOf, 'value' | 'onChange' | 'onPick'>) => ReactNode;
}) {
  const [text, setText] = useState('');
  const take = (said: string) => {
    const more = said.split(/[\s,;]+/).filter(Boolean);
    setText('');
    if (more.length > 0) {
      onChange([...new Set([...value, ...more])]);
    }
  };
  return (
    <Box
      onKeyDown={(event) => {
        // Enter says this one; the form is sent by the next.
        if (event.key === 'Enter' && text) {
          event.preventDefault();
        }
      }}
    >
      {field({
        value: text,
        onChange: (next) => (/[,;]/.test(next) ? take(next) : setText(next)),
        onPick: take,
      })}
      {value.length > 0 && (
        <Box role="list" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {value.map((one) => (
            <Removable
              key={one}
              label={t('takeOut', { what: one })}
              onRemove={() => onChange(value.filter((other) => other !== one))}
            >
              <Code>{one}</Code>
            </Removable>
          ))}
        </Box>
      )}
    </Box>
  );
}
