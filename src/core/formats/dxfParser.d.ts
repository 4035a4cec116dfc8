/** What the core uses of dxf-parser; its own types would bring the names of Node into the core. */
export default class DxfParser {
  parseSync(text: string): unknown;
}
