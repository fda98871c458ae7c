import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** How many sheets something printed takes. */
export const sheetsOf = async (pdf: Buffer): Promise<number> =>
  (await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise).numPages;

/** The text of a printed page, as another program reads it. */
export async function textOf(pdf: Buffer): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
  return pages.join(' ').replace(/\s+/g, ' ');
}
