import { card } from '../../figures/card/scene';
import type { Point } from '../../figures/scene';

/** Where on a card's drawing a pointer is: the drawing stands in the middle of its svg, as large as it can be. */
export function onDrawing(svg: SVGSVGElement, clientX: number, clientY: number): Point {
  const box = svg.getBoundingClientRect();
  const scale = Math.min(box.width / card.width, box.height / card.height);
  return [
    (clientX - box.left - (box.width - card.width * scale) / 2) / scale,
    (clientY - box.top - (box.height - card.height * scale) / 2) / scale,
  ];
}
