import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    title: 'Drelk: the shelf',
    loadComponent: () => import('./pages/shelf/shelf').then((m) => m.Shelf),
  },
  {
    path: 'job/:id',
    title: 'Drelk',
    loadComponent: () => import('./pages/job/job-page').then((m) => m.JobPage),
  },
  { path: '**', redirectTo: '' },
];
