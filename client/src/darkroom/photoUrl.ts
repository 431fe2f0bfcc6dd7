/** Where a photo's untouched bytes are. */
export const photoUrl = (photoId: string): string => `/api/photos/${photoId}`;
