import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type KeyboardEvent, type Ref } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { useMe, type Permission } from '../app/session';
import { fonts } from '../app/theme';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { useViews, viewAddress } from '../kit/SavedViews';
import { addressOfHit } from './addressOfHit';
import { useSingleKeys } from './OwnChoices';
import { addressOf, SPACES } from './pages';

interface Answer {
  key: string;
  kind: string;
  title: string;
  detail: string;
  /** How much of it there is, and where. */
  stock?: Pick<Schemas['AskHit'], 'onHand' | 'symbol' | 'where'>;
  to: string;
  exact: boolean;
}

function answerOf(hit: Schemas['AskHit']): Answer {
  return {
    key: `${hit.kind}${hit.id}`,
    kind: t(`ask.${hit.kind}`),
    title: hit.title,
    detail: hit.detail ?? '',
    stock: hit.onHand === null ? undefined : hit,
    to: addressOfHit(hit),
    exact: hit.exact,
  };
}

function askFor(text: string) {
  return queryOptions({ ...question('/api/ask', { q: text }), staleTime: 10_000 });
}

/** The pages whose names hold what is asked, and what one begins there. */
function usePages(asked: string): Answer[] {
  const { permissions } = useMe();
  const may = (one?: Permission) => !one || permissions.includes(one);
  const pages = SPACES.flatMap((space) =>
    space.pages
      .filter((page) => !page.ofOne && may(page.may))
      .flatMap((page) => {
        const to = addressOf(space, page);
        const detail = page.path ? t(space.word) : '';
        return [
          { to, title: t(page.word), detail },
          ...(page.adds && may(page.adds[1])
            ? [{ to: `${to}?open=new`, title: t(page.adds[0]), detail }]
            : []),
        ];
      }),
  );
  const views = (useViews().data ?? []).map((view) => ({
    to: viewAddress(view),
    title: view.name,
    detail: t('views.of', { page: pages.find((page) => page.to === view.page)?.title ?? '' }),
  }));
  return [
    ...views,
    ...pages,
    { to: '/floor', title: t('toFloor'), detail: '' },
    { to: '/floor/move', title: t('ask.move'), detail: '' },
  ]
    .filter((one) => one.title.toLowerCase().includes(asked.toLowerCase()))
    .map((one) => ({ ...one, key: one.to, kind: t('ask.ACTION'), exact: false }));
}

/**
 * The ask line: `/` or Ctrl K, then type or scan anything. Enter takes the first answer, arrows
 * choose another.
 */
export function AskLine() {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const asked = text.trim();
  const queries = useQueryClient();
  const hits = useQuery({ ...askFor(asked), enabled: asked.length > 0 && open });
  const pages = usePages(asked);
  const singleKeys = useSingleKeys();
  const answers = [...(hits.data ?? []).map(answerOf), ...pages];

  useEffect(() => {
    const call = (event: globalThis.KeyboardEvent) => {
      const inText =
        event.target instanceof HTMLElement &&
        ['INPUT', 'TEXTAREA', 'SELECT'].includes(event.target.tagName);
      const slash = singleKeys && event.key === '/' && !inText;
      if (slash || (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey))) {
        event.preventDefault();
        input.current?.focus();
        input.current?.select();
      }
    };
    window.addEventListener('keydown', call);
    return () => window.removeEventListener('keydown', call);
  }, [singleKeys]);

  const go = (answer: Answer) => {
    setOpen(false);
    setText('');
    input.current?.blur();
    void navigate(answer.to);
  };

  // A scanner is faster than the answer: Enter waits for it.
  const enter = async () => {
    const late = await queries.ensureQueryData(askFor(asked));
    const first = late[0] ? answerOf(late[0]) : pages[0];
    if (first) {
      go(first);
    }
  };

  return (
    <Autocomplete<Answer>
      autoHighlight
      forcePopupIcon={false}
      value={null}
      onChange={(_, answer) => answer && go(answer)}
      inputValue={text}
      onInputChange={(_, next, reason) => reason === 'input' && setText(next)}
      open={open}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      openOnFocus
      // Within the header, which is a place of its own to those who can't see the page.
      disablePortal
      options={answers}
      filterOptions={(all) => all}
      getOptionLabel={(answer) => answer.title}
      getOptionKey={(answer) => answer.key}
      noOptionsText={hits.isFetching ? t('loading') : t('ask.nothing', { text: asked })}
      onKeyDown={(event: KeyboardEvent & { defaultMuiPrevented?: boolean }) => {
        if (event.key === 'Enter' && (hits.isFetching || !open)) {
          event.defaultMuiPrevented = true;
          void enter();
        } else if (event.key === 'Escape') {
          event.stopPropagation();
          setOpen(false);
          input.current?.blur();
        }
      }}
      slotProps={{
        listbox: {
          'aria-label': t('ask.answers'),
          'aria-labelledby': undefined,
          sx: { maxHeight: '70vh' },
        },
        // As wide as what stands in it.
        popper: {
          sx: { width: 'max-content !important', minWidth: 'min(560px, 90vw)', maxWidth: '94vw' },
          placement: 'bottom-end',
        },
      }}
      renderOption={({ key, ...props }, answer) => (
        <Box component="li" key={key} {...props} sx={{ gap: 1, whiteSpace: 'nowrap' }}>
          <Box
            sx={{ width: 92, flexShrink: 0, color: 'text.secondary', fontFamily: fonts.heading }}
          >
            {answer.kind}
          </Box>
          <Box sx={{ fontWeight: answer.exact ? 700 : 400 }}>{answer.title}</Box>
          <Box sx={{ color: 'text.secondary' }}>
            {answer.stock ? <Code>{answer.detail}</Code> : answer.detail}
          </Box>
          {answer.stock && <Stock of={answer.stock} />}
        </Box>
      )}
      renderInput={({ slotProps: { htmlInput, input: frame } }) => (
        <InputBase
          ref={frame.ref as Ref<HTMLDivElement>}
          inputRef={input}
          placeholder={t(singleKeys ? 'ask.placeholder' : 'ask.placeholderCtrl')}
          inputProps={{ ...htmlInput, 'aria-label': t('ask.label'), spellCheck: false }}
          sx={{
            width: '100%',
            height: 36,
            px: 1.5,
            fontSize: 16,
            border: '1.5px solid #231F1A',
            borderRadius: '3px',
            bgcolor: '#FFFDF8',
            color: '#231F1A',
            '& input::placeholder': { color: '#675D50', opacity: 1 },
          }}
        />
      )}
      sx={{ flex: 1, maxWidth: 560, ml: 'auto' }}
    />
  );
}

/** How much of an item there is, and at which sites. */
function Stock({ of }: { of: NonNullable<Answer['stock']> }) {
  return (
    <Box sx={{ ml: 'auto', pl: 3, textAlign: 'right' }}>
      <b>
        <Amount value={of.onHand} unit={of.symbol} />
      </b>
      {of.where.length > 0 && (
        <Box component="span" sx={{ color: 'text.secondary', pl: 1.5 }}>
          {of.where.map(({ site, onHand }) => `${site} ${quantity(onHand)}`).join(' · ')}
        </Box>
      )}
    </Box>
  );
}
