/** The build of the application that this page, or this server, is of. Alone, so that the Floor's first page stays light. */
export const thisBuild = process.env.SPINE_BUILD ?? 'unbuilt';
