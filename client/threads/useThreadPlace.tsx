import type { ThreadPlace } from '@lippet/core/contract/threads';
import { useState, type ReactElement } from 'react';
import type { Surface } from '../page/surface/surface';
import { PlacePick } from './PlacePick';

/** The place on the sheet that a question is about: how it is chosen, and how one is led to it. */
export function useThreadPlace(surface: Surface | null, page: string | undefined, goToPage: (id: string) => void) {
  const [chosen, setChosen] = useState<ThreadPlace | null>(null);
  const [picking, setPicking] = useState(false);
  const pick: ReactElement | null =
    picking && surface && page ? (
      <PlacePick
        surface={surface}
        onStop={() => setPicking(false)}
        onPlace={(x, y) => {
          setChosen({ page, x: Math.round(x), y: Math.round(y) });
          setPicking(false);
        }}
      />
    ) : null;
  const places =
    surface && page
      ? {
          chosen,
          choose: () => setPicking(true),
          drop: () => setChosen(null),
          show: (place: ThreadPlace) => {
            if (place.page !== page) return goToPage(place.page);
            surface.showPlace(place);
            return undefined;
          },
        }
      : null;
  return { places, pick };
}
