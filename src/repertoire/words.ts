// Words that stand wherever a caution acts.
export const deferring =
  'Level Spine helps a qualified instructor; it does not diagnose, treat or clear anyone. The client’s physician or physiotherapist and local rules of practice come first.';

/** What is said when a stop sign is seen. */
export const stopWords =
  'Stop. Seek medical help according to local emergency practice. What was seen is noted; back only with clearance on file.';
