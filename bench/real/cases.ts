import type { Case } from './case';
import { penCases, reliefCases, shapeCases } from './drawn-cases';
import { photographs } from './fetch';
import { clipCases, photoCases } from './found-cases';
import { paperCases } from './paper-cases';
import { printCases, sheetCases } from './printed-cases';

/** The proving ground; `share` is the folder of the fetched packages. */
export function allCases(share: string): Case[] {
  const photos = photographs(share);
  return [
    ...shapeCases(80),
    ...penCases(40),
    ...sheetCases(60, photos),
    ...photoCases(photos),
    ...clipCases(share, 40),
    ...printCases(24),
    ...reliefCases(10),
    ...paperCases(),
  ];
}
