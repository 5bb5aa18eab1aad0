// Draws one picture anew from its pixels: bytes in on standard input, bytes out on standard output. A process of its own,
// because a picture that takes for ever can only be stopped by ending whoever draws it.
import sharp from 'sharp';

const { format, widest, mostPixels, quality = 84 } = JSON.parse(process.argv[2]);
const pieces = [];
for await (const piece of process.stdin) pieces.push(piece);
const picture = sharp(Buffer.concat(pieces), {
  limitInputPixels: mostPixels,
  failOn: 'error',
  animated: false,
}).rotate();
const sized = picture.resize({ width: widest, height: widest, fit: 'inside', withoutEnlargement: true });
const drawn = {
  png: () => sized.png(),
  webp: () => sized.webp({ quality }),
  jpeg: () => sized.flatten({ background: '#fff' }).jpeg({ quality }),
};
const { data, info } = await drawn[format]().toBuffer({ resolveWithObject: true });
const head = Buffer.from(`${info.width} ${info.height}\n`);
process.stdout.write(Buffer.concat([head, data]));
