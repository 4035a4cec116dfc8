'use client';

import { useEffect, useMemo, useState } from 'react';
import { type GuidePage, readGuide } from '@/client/guidePages';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button } from '@/ui/primitives';
import { matchOf } from './findables';

/** The guide over the page: the part for what is on screen, all parts at the left, to be searched. */
export function Guide({
  pageId,
  onShow,
  onClose,
  onKeys,
}: {
  pageId: string;
  onShow: (id: string) => void;
  onClose: () => void;
  onKeys: () => void;
}) {
  const [pages, setPages] = useState<GuidePage[] | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [text, setText] = useState('');
  const [tries, setTries] = useState(1);
  useEffect(() => {
    let isOpen = true;
    setError(null);
    readGuide()
      .then((read) => isOpen && setPages(read))
      .catch((e: unknown) => isOpen && setError(e instanceof Error ? e.message : String(e)));
    return () => {
      isOpen = false;
    };
  }, [tries]);
  const shown = useMemo(
    () =>
      (pages ?? [])
        .map((page) => ({ page, match: matchOf(`${page.title} | ${page.text}`, text) }))
        .filter(({ match }) => match > 0)
        .sort((a, b) => (text === '' ? 0 : b.match - a.match))
        .map(({ page }) => page),
    [pages, text],
  );
  const page = pages?.find((p) => p.id === pageId) ?? pages?.[0];
  return (
    <DialogFrame
      title="Guide"
      closeWords="Close the guide"
      wide
      onClose={onClose}
      footer={
        <>
          <Button onClick={onKeys}>Keys and commands</Button>
          <Button look="action" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[190px_minmax(0,1fr)] gap-5 pt-3 max-[699px]:grid-cols-1">
        <nav aria-label="Pages of the guide">
          <input
            type="search"
            aria-label="Search the guide"
            placeholder="Search"
            value={text}
            className="h-9 w-full rounded-(--radius) border border-strong bg-transparent px-2 pointer-coarse:h-11"
            onChange={(e) => setText(e.target.value)}
          />
          <ul className="mt-2">
            {shown.map((p) => (
              <li key={p.id}>
                <button
                  type="button"
                  aria-current={p.id === page?.id ? 'page' : undefined}
                  className={`w-full rounded-(--radius) px-2 py-1.5 text-left hover:bg-paper pointer-coarse:py-3 ${p.id === page?.id ? 'bg-chosen font-bold text-action' : ''}`}
                  onClick={() => onShow(p.id)}
                >
                  {p.title}
                </button>
              </li>
            ))}
          </ul>
          {pages && shown.length === 0 && <p className="mt-2 text-muted">No page contains these words.</p>}
        </nav>
        <div className="min-w-0">
          {error !== null && (
            <div className="space-y-2">
              <p className="text-rust-text">The guide could not be loaded: {error}</p>
              <Button onClick={() => setTries(tries + 1)}>Try again</Button>
            </div>
          )}
          {error === null && pages === null && <p className="text-muted">Loading the guide …</p>}
          {page && (
            <article key={page.id} className="guide" data-testid="guide-page">
              <h2>{page.title}</h2>
              {/* made by the server from files that ship with it */}
              <div dangerouslySetInnerHTML={{ __html: page.html }} />
            </article>
          )}
        </div>
      </div>
    </DialogFrame>
  );
}
