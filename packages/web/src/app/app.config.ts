import { provideHttpClient } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { MAT_RIPPLE_GLOBAL_OPTIONS } from '@angular/material/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS, type MatFormFieldDefaultOptions } from '@angular/material/form-field';
import { MAT_TOOLTIP_DEFAULT_OPTIONS, type MatTooltipDefaultOptions } from '@angular/material/tooltip';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { provideCharts } from 'ng2-charts';
import { BarController, BarElement, CategoryScale, LinearScale, LineController, LineElement, PointElement } from 'chart.js';
import { routes } from './app.routes';
import { benchFeature } from './state/bench';
import { chestFeature } from './state/chest';
import { dispatchFeature } from './state/dispatch';
import * as effects from './state/effects';
import { fontsFeature } from './state/fonts';
import { jobsFeature } from './state/jobs';
import { trayFeature } from './state/tray';
import { provideIcons } from './ui/icons';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(),
    provideRouter(routes, withComponentInputBinding()),
    // Files and sheets are handed through actions, so only mutation is checked.
    provideStore({}, { runtimeChecks: { strictActionImmutability: false, strictStateImmutability: isDevMode() } }),
    provideState(jobsFeature),
    provideState(benchFeature),
    provideState(dispatchFeature),
    provideState(fontsFeature),
    provideState(chestFeature),
    provideState(trayFeature),
    provideEffects(effects),
    provideCharts({ registerables: [BarController, BarElement, LineController, LineElement, PointElement, CategoryScale, LinearScale] }),
    provideIcons(),
    { provide: MAT_RIPPLE_GLOBAL_OPTIONS, useValue: { disabled: true } },
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'fill', subscriptSizing: 'dynamic' } satisfies MatFormFieldDefaultOptions,
    },
    {
      provide: MAT_TOOLTIP_DEFAULT_OPTIONS,
      useValue: {
        showDelay: 500,
        hideDelay: 0,
        touchendHideDelay: 1500,
        disableTooltipInteractivity: true,
      } satisfies MatTooltipDefaultOptions,
    },
  ],
};
