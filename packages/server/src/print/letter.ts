import { createRequire } from 'node:module';
import path from 'node:path';
import pdfMake from 'pdfmake';
import type { Content } from 'pdfmake';

const fontFolder = path.dirname(
  createRequire(import.meta.url).resolve('@expo-google-fonts/instrument-sans/package.json'),
);
const font = (weight: string): string => path.join(fontFolder, weight, `InstrumentSans_${weight}.ttf`);

pdfMake.setFonts({
  InstrumentSans: {
    normal: font('400Regular'),
    bold: font('600SemiBold'),
    italics: font('400Regular_Italic'),
    bolditalics: font('600SemiBold_Italic'),
  },
});
// Documents are made of the books alone: nothing is fetched, and no file but the fonts is read.
pdfMake.setUrlAccessPolicy(() => false);
pdfMake.setLocalAccessPolicy((file) => file.startsWith(fontFolder));

export interface Letter {
  readonly title: string;
  readonly author: string;
  readonly content: Content[];
  /** On paper turned across. */
  readonly across?: boolean;
}

/** A letter on letter paper in the shipped typeface, as PDF. */
export async function printed({ title, author, content, across = false }: Letter): Promise<Buffer> {
  const pdf = pdfMake.createPdf({
    pageSize: 'LETTER',
    pageOrientation: across ? 'landscape' : 'portrait',
    pageMargins: across ? [36, 36, 36, 36] : [56, 56, 56, 56],
    info: { title, author },
    defaultStyle: { font: 'InstrumentSans', fontSize: 10, lineHeight: 1.3, color: '#14262b' },
    content,
  });
  return pdf.getBuffer();
}
