import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { post, question, remove } from '../api/ask';
import type { Schemas } from '../api/client';
import { useMay } from '../app/session';
import { t } from '../app/words';
import { FilePick } from './FilePick';
import { count, instant, quantity } from './format';
import { ProblemNote } from './ProblemNote';
import { Part } from './SidePanel';
import { useSave } from './useSave';

type All = Schemas['DocumentRemarks'];

const TYPES = '.pdf,.jpg,.jpeg,.png,.webp,.txt,.csv,.xml,.json,.eml,.xlsx,.docx,.ods,.odt';
const OLD = ['remarks', 'notices'];
const LONGEST = 2000;
const OFFERED = 6;

/** What people say about a document, and the files that are attached to it. */
export function Remarks({ of, rank }: { of: string; rank?: 'h2' }) {
  const may = useMay('MOVE');
  const asked = useQuery(question('/api/remarks', { document: of }));
  return (
    <Part title={t('remarks.title')} rank={rank}>
      {asked.data?.comments.map((one) => (
        <Comment key={one.id} comment={one} />
      ))}
      {asked.data && asked.data.files.length > 0 && <Files files={asked.data.files} />}
      {asked.data && asked.data.papers.length > 0 && <PrintedPapers papers={asked.data.papers} />}
      <ProblemNote problem={asked.error} />
      {may && asked.data && (
        <>
          <Say document={of} />
          <Attach document={of} />
        </>
      )}
    </Part>
  );
}

function Comment({ comment }: { comment: All['comments'][number] }) {
  const away = useSave(OLD, remove('/api/remarks/{id}', { id: comment.id }));
  return (
    <Box sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ color: 'text.secondary', fontSize: 13, display: 'flex', gap: 1 }}>
        <span>
          {comment.person}, {instant(comment.at)}
        </span>
        {comment.mine && (
          <Button
            size="small"
            loading={away.isPending}
            onClick={() => away.mutate()}
            sx={{ py: 0, minHeight: 0 }}
          >
            {t('remarks.remove')}
          </Button>
        )}
      </Box>
      {comment.text === null ? (
        <Box sx={{ color: 'text.secondary' }}>{t('remarks.removed')}</Box>
      ) : (
        <Box sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
          {comment.text
            .split(/(?<![\p{L}\p{N}._@-])(@\p{L}[\p{L}\p{N}]*)/u)
            .map((part, i) => (i % 2 === 1 ? <b key={i}>{part}</b> : part))}
        </Box>
      )}
      <ProblemNote problem={away.error} />
    </Box>
  );
}

/** Papers of the document, each as it was printed then. */
function PrintedPapers({ papers }: { papers: All['papers'] }) {
  return (
    <Box component="details" sx={{ my: 1 }}>
      <Box component="summary" sx={{ cursor: 'pointer' }}>
        {t('remarks.printed', { count: papers.length })}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, my: 0.5 }}>
        {papers.toReversed().map((paper) => (
          <li key={paper.id}>
            <a href={`/api/document-papers/${paper.id}`} target="_blank" rel="noreferrer">
              {paper.title}
            </a>{' '}
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              {instant(paper.at)}
            </Box>
          </li>
        ))}
      </Box>
    </Box>
  );
}

function Files({ files }: { files: All['files'] }) {
  return (
    <Box component="ul" aria-label={t('remarks.files')} sx={{ listStyle: 'none', p: 0, my: 1 }}>
      {files.map((file) => (
        <File key={file.id} file={file} />
      ))}
    </Box>
  );
}

const KILO = 1000;

function size(bytes: number): string {
  return bytes < KILO * KILO
    ? t('remarks.kilobytes', { size: count(Math.max(1, Math.round(bytes / KILO))) })
    : t('remarks.megabytes', { size: quantity((bytes / KILO / KILO).toFixed(1)) });
}

function File({ file }: { file: All['files'][number] }) {
  const away = useSave(OLD, remove('/api/document-files/{id}', { id: file.id }));
  const address = `/api/document-files/${file.id}`;
  return (
    <Box component="li" sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
        <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          <a href={address} target="_blank" rel="noreferrer">
            {file.name}
          </a>{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
            {size(file.size)} · {file.person}, {instant(file.at)}
          </Box>
        </Box>
        {file.mine && (
          <Button
            size="small"
            loading={away.isPending}
            onClick={() => away.mutate()}
            aria-label={t('remarks.takeOff', { name: file.name })}
            sx={{ py: 0, minHeight: 0 }}
          >
            {t('remarks.remove')}
          </Button>
        )}
      </Box>
      {file.picture && (
        <a href={address} target="_blank" rel="noreferrer">
          <Box
            component="img"
            src={address}
            alt={file.name}
            loading="lazy"
            sx={{ maxWidth: '100%', maxHeight: 160, mt: 0.5, border: 1, borderColor: 'divider' }}
          />
        </a>
      )}
      <ProblemNote problem={away.error} />
    </Box>
  );
}

/** What is typed of a code after an at sign, right before the end. */
function beingNamed(text: string): string | undefined {
  return /(?:^|[^\p{L}\p{N}._@-])@([\p{L}\p{N}]*)$/u.exec(text)?.[1];
}

function Say({ document }: { document: string }) {
  const [text, setText] = useState('');
  const field = useRef<HTMLTextAreaElement>(null);
  const people = useQuery(question('/api/people/names')).data ?? [];
  const say = useSave(OLD, post('/api/remarks'), () => setText(''));
  const begun = beingNamed(text)?.toUpperCase();
  const fitting =
    begun === undefined
      ? []
      : people
          .filter(
            (one) =>
              one.active &&
              [one.code, ...one.name.toUpperCase().split(/\s+/)].some((word) =>
                word.startsWith(begun),
              ) &&
              one.code !== begun,
          )
          .slice(0, OFFERED);
  const name = (code: string) => {
    setText(`${text.slice(0, text.length - begun!.length)}${code.toLowerCase()} `);
    field.current?.focus();
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        say.mutate({ document, text });
      }}
      sx={{ display: 'grid', gap: 1, mt: 1 }}
    >
      <TextField
        multiline
        minRows={1}
        maxRows={8}
        label={t('remarks.say')}
        helperText={t('remarks.sayHelp')}
        value={text}
        inputRef={field}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { maxLength: LONGEST } }}
      />
      {fitting.length > 0 && (
        <Box
          role="group"
          aria-label={t('remarks.people')}
          sx={{ display: 'flex', flexWrap: 'wrap' }}
        >
          {fitting.map((one) => (
            <Button key={one.id} size="small" onClick={() => name(one.code)}>
              {t('remarks.person', { name: one.name, code: one.code.toLowerCase() })}
            </Button>
          ))}
        </Box>
      )}
      {text.trim() && (
        <Box>
          <Button type="submit" variant="outlined" loading={say.isPending}>
            {t('remarks.add')}
          </Button>
        </Box>
      )}
      <ProblemNote problem={say.error} />
    </Box>
  );
}

function Attach({ document }: { document: string }) {
  const [turn, setTurn] = useState(0);
  const queries = useQueryClient();
  const attach = useSave(
    OLD,
    (command, file: globalThis.File) =>
      post('/api/document-files', { document, name: file.name })(
        command,
        new Blob([file], { type: 'application/octet-stream' }),
      ),
    () => {
      setTurn(turn + 1);
      void queries.invalidateQueries({ queryKey: ['remarks'] });
    },
  );
  return (
    <Box sx={{ mt: 1 }}>
      <FilePick
        key={turn}
        label={t(attach.isPending ? 'remarks.attaching' : 'remarks.attach')}
        accept={TYPES}
        onPick={(file) => attach.mutate(file)}
      />
      <ProblemNote problem={attach.error} />
    </Box>
  );
}
