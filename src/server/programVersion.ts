import program from '../../package.json';

/** The version of Nestle that runs here. */
export const programVersion: string = program.version;
