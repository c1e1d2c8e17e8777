/** A PDF written out by hand, so that tests can make ones that no program would save. */
export function pdf({ pages = 1, locked = false, content = '0 0 0 rg 50 50 100 60 re f' } = {}): Buffer {
  const kids = Array.from({ length: pages }, (_, k) => `${4 + 2 * k} 0 R`).join(' ');
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Count ${pages} /Kids [${kids}] >>`,
    locked
      ? `<< /Filter /Standard /V 1 /R 2 /O <${'41'.repeat(32)}> /U <${'42'.repeat(32)}> /P -4 >>`
      : '<< >>',
  ];
  for (let k = 0; k < pages; k++) {
    objects.push(
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 288 144] /Contents ${5 + 2 * k} 0 R /Resources << >> >>`,
      `<< /Length ${content.length} >>\nstream\n${content}\nendstream`,
    );
  }
  let text = '%PDF-1.4\n';
  const places = objects.map((object, k) => {
    const at = text.length;
    text += `${k + 1} 0 obj\n${object}\nendobj\n`;
    return at;
  });
  const table = places.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
  const encrypt = locked ? ` /Encrypt 3 0 R /ID [<${'43'.repeat(16)}> <${'43'.repeat(16)}>]` : '';
  const start = text.length;
  text += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}`;
  text += `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R${encrypt} >>\nstartxref\n${start}\n%%EOF\n`;
  return Buffer.from(text, 'latin1');
}
