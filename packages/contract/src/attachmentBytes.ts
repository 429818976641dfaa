/** The largest photograph that is attached, bytes: one of 200 MP as a JPEG has about 100 MB, of 40 MP as a TIFF of 16 bits 240. */
export const ATTACHMENT_BYTES_MOST = 250e6;
