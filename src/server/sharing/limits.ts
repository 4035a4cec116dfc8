/** Largest bodies taken from a phone, bytes: what it measured or did, and a photo. */
export const mostPhoneBody = { data: 1_000_000, photo: 12_000_000 } as const;
