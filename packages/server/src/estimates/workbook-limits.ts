import yauzl from 'yauzl';

/** What a workbook may unpack to, counted as it unpacks: what it says of itself may be a lie. */
const MOST_UNPACKED = 60_000_000;
const MOST_ENTRIES = 500;
const MOST_MERGED = 1_000;
const MOST_NAMES = 500;
const MOST_RULES = 1_000;
/** A range or a column span beyond any sheet of ours makes whoever walks it cell by cell walk for ever. */
const MOST_CELLS = 200_000;
const MOST_COLUMNS = 1_000;

/** Why a workbook is not read; undefined where it may be. Nothing of it is kept. */
export async function refusedWorkbook(bytes: Buffer): Promise<string | undefined> {
  let zip: yauzl.ZipFile;
  try {
    zip = await opened(bytes);
  } catch {
    return 'it is no workbook';
  }
  if (zip.entryCount > MOST_ENTRIES) return `it has more than ${MOST_ENTRIES} parts`;
  return new Promise((told) => {
    let total = 0;
    const end = (why: string | undefined): void => {
      zip.close();
      told(why);
    };
    zip.on('error', () => end('it is no workbook'));
    zip.on('end', () => end(undefined));
    zip.on('entry', (entry: yauzl.Entry) => {
      zip.openReadStream(entry, (error, stream) => {
        if (error) return end('it is no workbook');
        const parts: Buffer[] = [];
        stream.on('error', () => end('it is no workbook'));
        stream.on('data', (part: Buffer) => {
          total += part.length;
          parts.push(part);
          if (total > MOST_UNPACKED) {
            stream.destroy();
            end('it unpacks to more than a sheet can be');
          }
        });
        stream.on('end', () => {
          const why = /^xl\/(workbook|worksheets\/[^/]+)\.xml$/.test(entry.fileName)
            ? vast(Buffer.concat(parts).toString('utf8'))
            : undefined;
          if (why === undefined) zip.readEntry();
          else end(why);
        });
      });
    });
    zip.readEntry();
  });
}

function opened(bytes: Buffer): Promise<yauzl.ZipFile> {
  return new Promise((done, failed) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => (error ? failed(error) : done(zip)));
  });
}

/** What of a part of a workbook is more than a sheet has; undefined where nothing is. */
function vast(xml: string): string | undefined {
  if (count(xml, /<definedName[\s>]/g) > MOST_NAMES) return `it has more than ${MOST_NAMES} names`;
  if (count(xml, /<mergeCell[\s/]/g) > MOST_MERGED) return `it has more than ${MOST_MERGED} merged ranges`;
  if (count(xml, /<(dataValidation|conditionalFormatting)[\s>]/g) > MOST_RULES)
    return `it has more than ${MOST_RULES} rules`;
  for (const [, span = ''] of xml.matchAll(/\s(?:ref|sqref)="([^"]{1,4000})"/g)) {
    if (span.split(' ').some((range) => cellsIn(range) > MOST_CELLS)) return 'a range in it covers a whole sheet';
  }
  for (const [, last = ''] of xml.matchAll(/<col\s[^>]{0,300}?\bmax="(\d{1,20})"/g)) {
    if (Number(last) > MOST_COLUMNS) return `it has more than ${MOST_COLUMNS} columns`;
  }
  for (const [, row = ''] of xml.matchAll(/<row\s[^>]{0,300}?\br="(\d{1,20})"/g)) {
    if (Number(row) > MOST_CELLS) return `it has more than ${MOST_CELLS} rows`;
  }
  for (const [, column = ''] of xml.matchAll(/<c\s[^>]{0,300}?\br="([A-Z]{1,20})\d/g)) {
    if (columnNumber(column) > MOST_COLUMNS) return `it has more than ${MOST_COLUMNS} columns`;
  }
  return undefined;
}

function count(xml: string, mark: RegExp): number {
  let found = 0;
  for (const _ of xml.matchAll(mark)) found += 1;
  return found;
}

/** Cells of a range such as `A1:C7`, of whole columns `A:C` or rows `1:7` too. */
function cellsIn(range: string): number {
  const match = /^([A-Z]*)(\d*):([A-Z]*)(\d*)$/.exec(range.replace(/\$/g, ''));
  if (!match) return 1;
  const [, fromColumn = '', fromRow = '', toColumn = '', toRow = ''] = match;
  const columns = toColumn === '' ? 16_384 : columnNumber(toColumn) - columnNumber(fromColumn) + 1;
  const rows = toRow === '' ? 1_048_576 : Number(toRow) - Number(fromRow) + 1;
  return Math.abs(columns * rows);
}

function columnNumber(letters: string): number {
  return [...letters].reduce((number, letter) => number * 26 + letter.charCodeAt(0) - 64, 0);
}
