/** Whether a text of an address or a form may be an id. */
export const isId = (text: string): boolean => /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(text);
