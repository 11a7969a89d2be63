/** Turns a drawing into a picture of this many pixels to the millimetre, on white. Rejects where the browser cannot draw it. */
export async function pngOfSvg(
  svg: string,
  widthMm: number,
  heightMm: number,
  pxPerMm: number,
): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(widthMm * pxPerMm);
    canvas.height = Math.round(heightMm * pxPerMm);
    const context = canvas.getContext('2d');
    if (context === null) throw new Error('This browser draws no pictures.');
    context.fillStyle = 'white';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((done, failed) =>
      canvas.toBlob(
        (blob) => (blob === null ? failed(new Error('The picture is too large.')) : done(blob)),
        'image/png',
      ),
    );
  } finally {
    URL.revokeObjectURL(address);
  }
}
