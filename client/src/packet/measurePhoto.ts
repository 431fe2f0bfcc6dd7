/** A photo's size as it is seen, after its own turn, px. @throws where it cannot be opened */
export async function measurePhoto(photo: Blob): Promise<{ width: number; height: number }> {
  const picture = await createImageBitmap(photo);
  const size = { width: picture.width, height: picture.height };
  picture.close();
  return size;
}
