import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../api/ask';
import { addressOfHit } from './addressOfHit';

/** The number of a document: a link to it if it is one of this house, else as it was written. */
export function DocumentLink({ number }: { number: string }) {
  const hits = useQuery({ ...question('/api/ask', { q: number }), staleTime: 60_000 });
  const meant = hits.data?.find(
    (one) => one.exact && one.title.toUpperCase() === number.trim().toUpperCase(),
  );
  return meant ? <Link to={addressOfHit(meant)}>{number}</Link> : <>{number}</>;
}
