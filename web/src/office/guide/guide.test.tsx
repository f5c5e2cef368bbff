// @vitest-environment jsdom
import { empty, show } from '../../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Route, Routes } from 'react-router';
import '../../app/words';
import { SPACES } from '../pages';
import { CONTENTS, GUIDE_PAGES, guideOf, guidePage, linkedPage, pictureAt } from './guide';
import { GuideSpace } from './GuideSpace';

beforeEach(empty);
afterEach(cleanup);

const guide = (
  <Routes>
    <Route path="/office/guide/:name?" element={<GuideSpace />} />
  </Routes>
);

describe('the guide', () => {
  it('has the page that each page of the Office leads to', () => {
    const led = SPACES.flatMap((space) => space.pages.map((page) => guideOf(space, page)));
    expect(led.length).toBeGreaterThan(40);
    expect(led.filter((name) => !GUIDE_PAGES.includes(name))).toEqual([]);
  });

  it('has every picture and page that its pages name, and lists them all', async () => {
    const text = new Map<string, string>();
    for (const name of GUIDE_PAGES) {
      text.set(name, (await guidePage(name)) ?? '');
    }
    const pictures = [...text.values()].flatMap((page) =>
      [...page.matchAll(/!\[[^\]]+]\(([^)]+)\)/g)].map((match) => match[1] ?? ''),
    );
    expect(pictures.length).toBeGreaterThan(15);
    expect(pictures.filter((one) => !pictureAt(one))).toEqual([]);
    const listed = [...(text.get(CONTENTS) ?? '').matchAll(/\(([\w-]+\.md)\)/g)].map((match) =>
      linkedPage(match[1] ?? ''),
    );
    expect(listed.toSorted()).toEqual(GUIDE_PAGES.filter((one) => one !== CONTENTS).toSorted());
  });

  it('shows a page with its pictures, and leads to the others', async () => {
    show(guide, {}, '/office/guide/receiving');
    expect(await screen.findByRole('heading', { level: 1 })).toBeTruthy();
    expect(screen.getAllByRole('img')[0]?.getAttribute('src')).toContain('inbound');
    cleanup();
    show(guide, {}, '/office/guide');
    const link = await screen.findByRole('link', { name: 'Counting' });
    expect(link.getAttribute('href')).toBe('/office/guide/counting');
    await waitFor(() => expect(document.activeElement?.tagName).toBe('ARTICLE'));
  });

  it('says when there is no such page', async () => {
    show(guide, {}, '/office/guide/nowhere');
    expect((await screen.findByRole('alert')).textContent).toBe('The guide has no page nowhere.');
  });
});
