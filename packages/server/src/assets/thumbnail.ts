/** Where a picture's small one for the plan chest lies, beside its pyramid. */
export const THUMBNAIL_FILE = 'thumbnail.webp';
