import { inject, provideAppInitializer, type EnvironmentProviders } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import {
  mdiChevronDown,
  mdiClose,
  mdiContentDuplicate,
  mdiDownload,
  mdiDragVertical,
  mdiEyeOutline,
  mdiFlipHorizontal,
  mdiFlipVertical,
  mdiGroup,
  mdiKeyboardOutline,
  mdiLockOutline,
  mdiPlus,
  mdiRedo,
  mdiThemeLightDark,
  mdiTrashCanOutline,
  mdiTrayFull,
  mdiUndo,
  mdiUngroup,
} from '@mdi/js';

/** The icons that are shown, by what they stand for. Each stands beside words, or on a button with a label. */
const ICONS = {
  add: mdiPlus,
  alone: mdiEyeOutline,
  chest: mdiTrayFull,
  close: mdiClose,
  down: mdiChevronDown,
  download: mdiDownload,
  drag: mdiDragVertical,
  duplicate: mdiContentDuplicate,
  'flip-across': mdiFlipHorizontal,
  'flip-down': mdiFlipVertical,
  group: mdiGroup,
  keys: mdiKeyboardOutline,
  locked: mdiLockOutline,
  redo: mdiRedo,
  remove: mdiTrashCanOutline,
  shade: mdiThemeLightDark,
  undo: mdiUndo,
  ungroup: mdiUngroup,
} as const;

/** Gives Material's icons the paths that ship with the application. */
export const provideIcons = (): EnvironmentProviders =>
  provideAppInitializer(() => {
    const [registry, sanitizer] = [inject(MatIconRegistry), inject(DomSanitizer)];
    for (const [name, path] of Object.entries(ICONS)) {
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(`<svg viewBox="0 0 24 24"><path d="${path}"/></svg>`));
    }
  });
