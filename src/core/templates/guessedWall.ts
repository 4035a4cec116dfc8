/** The assembly of inner walls that nobody has looked at. */
export const guessedWallId = 'asm-guess-inner';
