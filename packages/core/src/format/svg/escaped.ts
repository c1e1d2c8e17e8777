/** Text for an attribute or an element, of nothing but ASCII. */
export const escaped = (text: string) =>
  text.replace(/[^ !#-%'-;=?-~]/gu, (sign) => `&#${sign.codePointAt(0) ?? 32};`);
