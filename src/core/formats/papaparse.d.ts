/** What the core uses of papaparse; its own types would bring the names of Node and the DOM into the core. */
interface ParseError {
  message: string;
  row?: number;
}
interface ParseOptions {
  header: true;
  skipEmptyLines?: boolean | 'greedy';
  transformHeader?: (name: string) => string;
}
interface Papa {
  parse: <Row>(
    text: string,
    options: ParseOptions,
  ) => { data: Row[]; errors: ParseError[]; meta: { fields?: string[] } };
  unparse: (rows: object, options?: { newline?: string; escapeFormulae?: boolean }) => string;
}
declare const papa: Papa;
export default papa;
