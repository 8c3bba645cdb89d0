// A film that is kept itself: of which kinds, how large, in how many pieces, for how long.

/** Kinds of film that browsers make and play. */
export const filmTypes = ['video/mp4', 'video/webm', 'video/quicktime'] as const;
export type FilmType = (typeof filmTypes)[number];
export const filmEndings: Readonly<Record<FilmType, string>> = {
  'video/mp4': 'mp4',
  'video/webm': 'webm',
  'video/quicktime': 'mov',
};

/** By how many degrees, clockwise, a film is turned to stand upright. */
export const filmTurns = [0, 90, 180, 270] as const;
export type FilmTurn = (typeof filmTurns)[number];

/** How many days a film may be kept. */
export const keptForDays = [30, 90, 365] as const;
export type KeptForDays = (typeof keptForDays)[number];

/** Bytes of a piece, all but the last; of a film; of all films of a studio. */
export const pieceBytes = 1_048_576;
export const mostFilmBytes = 100 * pieceBytes;
export const mostStudioBytes = 4096 * pieceBytes;

export const piecesOf = (size: number): number => Math.ceil(size / pieceBytes);

/** A size in MB, one decimal, never nothing. */
export const megabytes = (bytes: number): string => `${Math.max(0.1, bytes / pieceBytes).toFixed(1)} MB`;
