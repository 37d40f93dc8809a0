const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
/** Characters that XML 1.0 does not hold (section 2.2): controls, halves of pairs, and the last two of the first plane. */
const OUTSIDE =
  // eslint-disable-next-line no-control-regex
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** A text as it stands in XML and HTML, between tags and in attributes. */
export const inXml = (text: string): string =>
  text.replace(OUTSIDE, '\ufffd').replace(/[&<>"']/g, (one) => ENTITIES[one]);

/** A number to a hundredth, without what says nothing. */
export const number = (value: number): string => String(Math.round(value * 100) / 100);
