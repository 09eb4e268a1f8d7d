import { Button } from './button';

/** Both kinds of picture to take away of a drawing on the page. */
export function PictureButtons({ svg, fileName }: { svg(): SVGSVGElement; fileName: string }) {
  return (
    <>
      <Button
        look="quiet"
        className="text-note"
        onClick={() => save(new Blob([svgText(svg())], { type: 'image/svg+xml' }), `${fileName}.svg`)}
      >
        SVG
      </Button>
      <Button look="quiet" className="text-note" onClick={() => void savePng(svg(), `${fileName}.png`)}>
        PNG
      </Button>
    </>
  );
}

function svgText(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  const style = getComputedStyle(svg);
  // Colours of the page are variables, which a picture on its own does not have.
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\(--([a-z-]+)\)/g, (_, name) => style.getPropertyValue(`--${name}`).trim());
}

function save(blob: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Drawn at twice its size, on the colour of paper. */
async function savePng(svg: SVGSVGElement, name: string) {
  const { width, height } = svg.getBoundingClientRect();
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * 2;
  canvas.height = height * 2;
  const context = canvas.getContext('2d')!;
  context.fillStyle = getComputedStyle(svg).getPropertyValue('--surface') || '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.scale(2, 2);
  context.drawImage(image, 0, 0, width, height);
  canvas.toBlob((blob) => blob && save(blob, name), 'image/png');
}
