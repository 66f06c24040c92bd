/** What spreadsheets take for a formula, or run otherwise, where a text begins with it. */
const RUNS = /^'*[=+\-@\t\r]/;
const MADE_INERT = /^'+[=+\-@\t\r]/;
const PLAIN_NUMBER = /^[+-]?\d[\d,]*(\.\d*)?( ?%)?$/;

/** A text as it leaves in a CSV file: with an apostrophe before what a spreadsheet would run. Plain numbers are none. */
export function inertText(text: string): string {
  return RUNS.test(text) && !PLAIN_NUMBER.test(text) ? `'${text}` : text;
}

/** The text that was made inert. */
export function textOfInert(text: string): string {
  return MADE_INERT.test(text) ? text.slice(1) : text;
}
