import { useEffect } from 'react';
import { useJobStore } from '@/client/store/JobProvider';
import { draftKey } from '../wallDraft';
import { placeWall } from './wallTool';

/** Keys while a wall is drawn: digits, arrows and Tab give length and direction, Enter places it, Escape ends the chain. */
export function useWallKeys(): void {
  const store = useJobStore();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const { tool, draft, set } = store.getState();
      if (tool !== 'wall' || !draft || event.ctrlKey || event.metaKey || event.altKey) return;
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input, textarea, select, [role="dialog"]')
      )
        return;
      if (event.key === 'Escape') set({ draft: null });
      else if (event.key === 'Enter') placeWall(store);
      else {
        const next = draftKey(draft, event.key);
        if (!next) return;
        set({ draft: next });
      }
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [store]);
}
