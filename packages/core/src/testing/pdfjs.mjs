/** Reads a PDF with pdfjs-dist, in a process of its own because it is an ES module: a file in, its pages as JSON out. */
import { readFileSync } from 'node:fs';
import { OPS, getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const file = await getDocument({ data: new Uint8Array(readFileSync(0)), verbosity: 0 }).promise;
const pages = [];
for (let k = 1; k <= file.numPages; k++) {
  const page = await file.getPage(k);
  const { items } = await page.getTextContent();
  const { fnArray, argsArray } = await page.getOperatorList();
  const count = (operator) => fnArray.filter((one) => one === operator).length;
  pages.push({
    view: page.view,
    words: items.map(({ str }) => str),
    paths: count(OPS.constructPath),
    transforms: argsArray.filter((_, at) => fnArray[at] === OPS.transform).map((args) => [...args]),
  });
}
process.stdout.write(JSON.stringify(pages));
