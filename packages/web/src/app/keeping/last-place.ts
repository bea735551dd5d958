import { Injectable, inject } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';

/** A page of a job: the job's own, the bench with one of its sheets, or its dispatch. */
export interface Place {
  readonly job: string;
  readonly page: 'job' | 'sheets' | 'dispatch';
  readonly sheet: string | null;
}

const STORED = 'uvrant.place';

/** The place that an address names; null where it is of no job. */
export const placeIn = (url: string): Place | null => {
  const [, job, page, sheet] = /^\/jobs\/([^/?]+)(?:\/(sheets|dispatch)(?:\/([^/?]+))?)?(?:\?.*)?$/.exec(url) ?? [];
  if (job === undefined || job === 'new') return null;
  return { job, page: (page as 'sheets' | 'dispatch' | undefined) ?? 'job', sheet: sheet ?? null };
};

/** Remembers, in this browser, where the person was. */
@Injectable({ providedIn: 'root' })
export class LastPlace {
  constructor() {
    inject(Router).events.subscribe((event) => {
      if (event instanceof NavigationEnd && placeIn(event.urlAfterRedirects)) localStorage.setItem(STORED, event.urlAfterRedirects);
    });
  }

  place(): Place | null {
    return placeIn(localStorage.getItem(STORED) ?? '');
  }
}
