import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import Markdown, { type Components } from 'react-markdown';
import { Link, useParams } from 'react-router';
import { fonts } from '../../app/theme';
import { t } from '../../app/words';
import { CONTENTS, guidePage, linkedPage, pictureAt } from './guide';

const PARTS: Components = {
  a: ({ href = '', children }) => {
    const page = linkedPage(href);
    return page ? <Link to={`/office/guide/${page}`}>{children}</Link> : <>{children}</>;
  },
  img: ({ src, alt }) =>
    typeof src === 'string' && (
      <Box
        component="img"
        src={pictureAt(src)}
        alt={alt}
        loading="lazy"
        sx={{ maxWidth: '100%', maxHeight: 520, border: 2, mr: 1 }}
      />
    ),
};

/** A page of the guide: how a job is done, in the words of the screens. */
export function GuideSpace() {
  const { name = CONTENTS } = useParams();
  const page = useQuery({
    queryKey: ['guide', name],
    queryFn: async () => (await guidePage(name)) ?? null,
  });
  const top = useRef<HTMLDivElement>(null);
  useEffect(() => {
    top.current?.focus();
  }, [name, page.data]);
  if (page.isPending) {
    return null;
  }
  return (
    <Box
      ref={top}
      tabIndex={-1}
      aria-label={t('help.guide')}
      component="article"
      sx={{
        flex: 1,
        overflow: 'auto',
        outline: 0,
        p: 3,
        '& > *': { maxWidth: 760 },
        '& h1, & h2': { fontFamily: fonts.heading, fontWeight: 600, lineHeight: 1.2 },
        '& h1': { fontSize: 32, mt: 1, mb: 2 },
        '& h2': { fontSize: 22, mt: 3, mb: 1 },
        '& li': { mb: 0.75 },
        '& p': { lineHeight: 1.5 },
      }}
    >
      {name !== CONTENTS && <Link to={`/office/guide/${CONTENTS}`}>{t('help.contents')}</Link>}
      {page.data ? (
        <Markdown components={PARTS}>{page.data}</Markdown>
      ) : (
        <p role="alert">{t('help.noPage', { page: name })}</p>
      )}
    </Box>
  );
}
