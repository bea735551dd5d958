import { provideHttpClient } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { MAT_RIPPLE_GLOBAL_OPTIONS } from '@angular/material/core';
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
    { provide: MAT_RIPPLE_GLOBAL_OPTIONS, useValue: { disabled: true } },
  ],
};
