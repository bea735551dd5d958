import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', loadComponent: () => import('./jobs/start-page').then((m) => m.StartPage) },
  { path: 'jobs/new', loadComponent: () => import('./jobs/new-job').then((m) => m.NewJob) },
  { path: 'jobs/:job', loadComponent: () => import('./jobs/job-page').then((m) => m.JobPage) },
  { path: 'jobs/:job/sheets/:sheet', loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage) },
  { path: 'jobs/:job/dispatch', loadComponent: () => import('./dispatch/dispatch-page').then((m) => m.DispatchPage) },
  { path: 'tray', loadComponent: () => import('./tray/tray-page').then((m) => m.TrayPage) },
  { path: '**', redirectTo: '' },
];
