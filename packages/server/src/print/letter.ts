import { createRequire } from 'node:module';
import path from 'node:path';
import pdfMake from 'pdfmake';
import type { Content, CustomTableLayout, TableCell } from 'pdfmake';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import { spelled } from './spelled.ts';

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

/** Figures of one width, so that amounts below each other line up; running text has figures of its own widths. */
export const FIGURES: { fontFeatures: ['tnum'] } = { fontFeatures: ['tnum'] };

export type Paper = 'letter' | 'a4';

export interface Printed {
  readonly title: string;
  readonly author: string;
  readonly content: Content[];
  readonly paper: Paper;
  /** On paper turned across. */
  readonly across?: boolean;
}

/** Pages in the shipped typeface, as PDF, each with its number where there are several. */
export async function printed({ title, author, content, paper, across = false }: Printed): Promise<Buffer> {
  const side = across ? 36 : 56;
  const pdf = pdfMake.createPdf({
    pageSize: paper === 'a4' ? 'A4' : 'LETTER',
    pageOrientation: across ? 'landscape' : 'portrait',
    pageMargins: [side, side, side, across ? 40 : 56],
    info: { title, author },
    defaultStyle: { font: 'InstrumentSans', fontSize: 10, lineHeight: 1.3, color: '#14262b' },
    footer: (page, pages) =>
      pages > 1
        ? { text: `${title} · ${page} of ${pages}`, fontSize: 8, color: QUIET, margin: [side, 12, side, 0] }
        : '',
    content: spelled(content),
  });
  return pdf.getBuffer();
}

export const QUIET = '#4b5f63';

/** Whether a picture can be printed. */
export async function isPrintable(picture: string): Promise<boolean> {
  try {
    await printed({ title: '', author: '', paper: 'letter', content: [{ image: picture, fit: LOGO }] });
    return true;
  } catch {
    return false;
  }
}

/** Room for the company's picture, in points. */
const LOGO: [number, number] = [180, 44];

interface LetterHead {
  readonly company: PrintedCompany;
  /** What the letter is: `Invoice 12`. */
  readonly what: string;
  readonly to: { readonly name: string; readonly address: string };
  /** Beside the address, one a line. */
  readonly facts: readonly string[];
  /** What it is about, and a line below it. */
  readonly subject: readonly [string, string];
}

/** How every letter of the company begins. */
export function letterHead({ company, what, to, facts, subject: [about, below] }: LetterHead): Content[] {
  const own: Content[] = [
    ...(company.logo === null
      ? []
      : [{ image: company.logo, fit: LOGO, margin: [0, 0, 0, 6] as [number, number, number, number] }]),
    { text: company.name, fontSize: 13, bold: true },
    { text: company.address, color: QUIET, fontSize: 9 },
    ...(company.taxNumber === '' ? [] : [{ text: `Tax number ${company.taxNumber}`, color: QUIET, fontSize: 9 }]),
  ];
  return [
    { columns: [{ stack: own }, { text: what, fontSize: 13, bold: true, alignment: 'right' }] },
    {
      margin: [0, 28, 0, 0],
      columns: [{ text: `${to.name}\n${to.address}` }, { text: facts.join('\n'), alignment: 'right' }],
    },
    { margin: [0, 24, 0, 12], text: [{ text: about, bold: true }, `\n${below}`] },
  ];
}

/** How every letter of the company ends: with what is asked for, and where to pay it where something is to be paid. */
export function letterFoot(company: PrintedCompany, asked: string, isToPay: boolean): Content[] {
  const bank =
    isToPay && company.bankDetails !== ''
      ? [{ text: company.bankDetails, margin: [0, 6, 0, 0] as [number, number, number, number] }]
      : [];
  return [
    {
      stack: [{ text: asked }, ...bank, { text: `${company.name} thanks you.`, color: QUIET, margin: [0, 6, 0, 0] }],
      margin: [0, 24, 0, 0],
      unbreakable: true,
    },
  ];
}

/** A column of words and a column of amounts, thin rules between the rows. */
export function amounts(rows: readonly AmountRow[]): Content {
  const body = rows.map(({ text, amount, bold = false, indent = 0 }): TableCell[] => [
    { text, bold, margin: [indent, 0, 0, 0] },
    { text: amount, bold, alignment: 'right', ...FIGURES },
  ]);
  return { table: { widths: ['*', 120], body, dontBreakRows: true }, layout: RULES };
}

export interface AmountRow {
  readonly text: string;
  readonly amount: string;
  readonly bold?: boolean;
  /** Points from the left. */
  readonly indent?: number;
}

/** Thin rules between rows. */
export const RULES: CustomTableLayout = {
  hLineWidth: (line) => (line === 0 ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => '#b9c3c0',
  paddingTop: () => 2,
  paddingBottom: () => 2,
  paddingLeft: () => 0,
  paddingRight: () => 0,
};
