import { DestroyRef, Injectable, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { findPass, placed, type Pass, type Placement } from '@uvrant/core';
import type { Asset } from '@uvrant/contract';
import { benchFeature } from '../state/bench';
import { JobActions, jobsFeature } from '../state/jobs';
import { nameOfPicture } from './adding/additions';
import { Editing } from './editing';

/** Puts another picture in the place of a pass's own: one of the job, or a file once it is taken in. All that is on the pass stays. */
@Injectable()
export class Swapping {
  private readonly editing = inject(Editing);
  private readonly store = inject(Store);
  private readonly jobId = this.store.selectSignal(benchFeature.selectJobId);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  /** Files on their way, and the pass that each is for. */
  private readonly awaited = new Map<string, string>();

  constructor() {
    inject(Actions)
      .pipe(ofType(JobActions.pictureTakenIn), takeUntilDestroyed())
      .subscribe(({ id, asset }) => {
        const pass = this.awaited.get(id);
        if (pass !== undefined && this.awaited.delete(id)) this.swap(pass, asset);
      });
    inject(DestroyRef).onDestroy(() => this.awaited.clear());
  }

  swap(id: string, asset: Asset): void {
    const sheet = this.editing.document();
    const pass = sheet && findPass(sheet, id);
    if (!sheet || pass?.source.kind !== 'picture') return;
    const { sha256 } = pass.source.picture;
    const before = this.assets().find((each) => each.sha256 === sha256);
    // A pass that was never named keeps on being called as its picture.
    const isNamedByHand = before !== undefined && pass.name !== nameOfPicture(before);
    this.editing.pass(id, (each) => ({
      ...each,
      name: isNamedByHand ? each.name : nameOfPicture(asset),
      source: { kind: 'picture', picture: { sha256: asset.sha256 } },
      placement: this.placementFor(pass, asset),
    }));
  }

  /** The first picture among files, once it is in the job. */
  swapFile(id: string, files: Iterable<File>): boolean {
    const [file] = [...files].filter(({ type }) => type.startsWith('image/'));
    const jobId = this.jobId();
    if (!file || jobId === null) return false;
    const upload = crypto.randomUUID();
    this.awaited.set(upload, id);
    this.store.dispatch(JobActions.pictureDropped({ jobId, id: upload, file }));
    return true;
  }

  /** As it fits the sheet; or as wide as the one before and about the same middle, in its own shape. */
  private placementFor({ placement }: Pass, { width, height }: Asset): Placement {
    const { fit, beyond } = placement;
    const sheet = this.editing.document();
    if (fit !== 'free' && sheet) return placed(sheet.size, { width, height }, fit, beyond);
    return { ...placement, height: (placement.width * height) / width };
  }
}
