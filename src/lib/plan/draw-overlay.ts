import type { ZoomTransform } from 'd3-zoom';
import { halo, PX_PER_NM, toX, toY, type PlanColours } from './canvas.js';
import type { Overlay, PlanPoint } from './overlay.js';

/** How far a course is drawn, NM. */
const COURSE_NM = 15;
/** How long a drawn radial is, and where along it its name stands, NM. */
const DRAWN_NM = 40;
const LABEL_NM = 8;

/** Where the plane lies on the canvas: points, pixels of a mile. */
interface Paper {
	x(point: PlanPoint): number;
	y(point: PlanPoint): number;
	k: number;
	colours: PlanColours;
}
type OverlayOf<K extends Overlay['kind']> = Extract<Overlay, { kind: K }>;

/** How each kind of overlay is drawn; stroke and fill are the target's colour before. */
const PAINTERS: {
	[K in Overlay['kind']]: (g: CanvasRenderingContext2D, overlay: OverlayOf<K>, paper: Paper) => void;
} = {
	course(g, overlay, { x, y, colours }) {
		const { at, trueDeg, side, fullScaleDeg, fullScaleNm, label } = overlay;
		const way = side === 'to' ? -1 : 1;
		const end = (deg: number, way: number, asideNm = 0): PlanPoint => {
			const angle = (deg * Math.PI) / 180;
			return {
				north: at.north + way * COURSE_NM * Math.cos(angle) - asideNm * Math.sin((trueDeg * Math.PI) / 180),
				east: at.east + way * COURSE_NM * Math.sin(angle) + asideNm * Math.cos((trueDeg * Math.PI) / 180)
			};
		};
		for (const [share, alpha] of [
			[1, 0.1],
			[0.75, 0.14]
		] as const) {
			g.globalAlpha = alpha;
			g.beginPath();
			if (fullScaleNm === null) {
				const off = (fullScaleDeg ?? 10) * share;
				const [a, b] = [end(trueDeg - off, way), end(trueDeg + off, way)];
				g.moveTo(x(at), y(at));
				g.lineTo(x(a), y(a));
				g.lineTo(x(b), y(b));
			} else {
				const off = fullScaleNm * share;
				const corners = [
					end(trueDeg, way, off),
					end(trueDeg, way, -off),
					end(trueDeg, 0, -off),
					end(trueDeg, 0, off)
				];
				corners.forEach((corner, i) =>
					i === 0 ? g.moveTo(x(corner), y(corner)) : g.lineTo(x(corner), y(corner))
				);
			}
			g.closePath();
			g.fill();
		}
		g.globalAlpha = 1;
		g.lineWidth = 1.4;
		const far = end(trueDeg, way);
		g.beginPath();
		g.moveTo(x(at), y(at));
		g.lineTo(x(far), y(far));
		g.stroke();
		g.font = '12px sans-serif';
		const middle = { north: (at.north + far.north) / 2, east: (at.east + far.east) / 2 };
		halo(g, label, x(middle) + 5, y(middle) - 5, colours.target, colours.water);
	},
	arc(g, overlay, { x, y, k }) {
		const { at, radiusNm, tiers } = overlay;
		g.globalAlpha = 0.1;
		for (const tier of [tiers.test, tiers.sharp]) {
			g.lineWidth = 2 * tier * k;
			g.beginPath();
			g.arc(x(at), y(at), radiusNm * k, 0, 2 * Math.PI);
			g.stroke();
		}
		g.globalAlpha = 1;
		g.lineWidth = 1.2;
		g.beginPath();
		g.arc(x(at), y(at), radiusNm * k, 0, 2 * Math.PI);
		g.stroke();
		// The widest tier as its edges: filled it would cover half of the map.
		g.setLineDash([2, 6]);
		for (const edge of [radiusNm - tiers.containment, radiusNm + tiers.containment]) {
			if (edge <= 0) continue;
			g.beginPath();
			g.arc(x(at), y(at), edge * k, 0, 2 * Math.PI);
			g.stroke();
		}
		g.setLineDash([]);
	},
	ring(g, overlay, { x, y, k, colours }) {
		const { at, radiusNm, label } = overlay;
		g.strokeStyle = colours.limit;
		g.lineWidth = 1.2;
		g.setLineDash([6, 4]);
		g.beginPath();
		g.arc(x(at), y(at), radiusNm * k, 0, 2 * Math.PI);
		g.stroke();
		g.setLineDash([]);
		g.font = '12px sans-serif';
		halo(g, label, x(at) + 4, y(at) - radiusNm * k - 5, colours.limit, colours.water);
	},
	line(g, overlay, { x, y, colours }) {
		// What was chosen lies under the track as a broad stroke; the rest is dashes.
		if (overlay.is === 'chosen') {
			g.strokeStyle = colours.target;
			g.globalAlpha = 0.45;
			g.lineWidth = 9;
			g.lineCap = 'round';
		} else {
			g.lineWidth = 2;
			g.setLineDash([7, 4]);
		}
		g.beginPath();
		overlay.points.forEach((point, i) =>
			i === 0 ? g.moveTo(x(point), y(point)) : g.lineTo(x(point), y(point))
		);
		g.stroke();
		g.globalAlpha = 1;
		g.setLineDash([]);
	},
	radial(g, overlay, { x, y, colours }) {
		const angle = (overlay.trueDeg * Math.PI) / 180;
		const out = (nm: number): PlanPoint => ({
			north: overlay.at.north + nm * Math.cos(angle),
			east: overlay.at.east + nm * Math.sin(angle)
		});
		const [end, label] = [out(DRAWN_NM), out(LABEL_NM)];
		g.strokeStyle = colours.own;
		g.lineWidth = 1.6;
		g.beginPath();
		g.moveTo(x(overlay.at), y(overlay.at));
		g.lineTo(x(end), y(end));
		g.stroke();
		g.font = '12px sans-serif';
		halo(g, overlay.label, x(label) + 6, y(label) - 4, colours.own, colours.water);
	},
	mark(g, overlay, { x, y, colours }) {
		const colour = overlay.tone === 'own' ? colours.own : colours.target;
		g.strokeStyle = colour;
		g.lineWidth = 2;
		g.strokeRect(x(overlay.at) - 5, y(overlay.at) - 5, 10, 10);
		g.font = '12px sans-serif';
		// What was said above, what was below: they may lie on each other.
		const below = overlay.tone === 'own' ? -7 : 17;
		halo(g, overlay.label, x(overlay.at) + 9, y(overlay.at) + below, colour, colours.water);
	}
};

/** Draws an overlay. */
export function drawOverlay(
	g: CanvasRenderingContext2D,
	overlay: Overlay,
	transform: ZoomTransform,
	colours: PlanColours
): void {
	g.strokeStyle = colours.target;
	g.fillStyle = colours.target;
	(PAINTERS[overlay.kind] as (g: CanvasRenderingContext2D, overlay: Overlay, paper: Paper) => void)(
		g,
		overlay,
		{
			x: (point) => toX(transform, point.east),
			y: (point) => toY(transform, point.north),
			k: transform.k * PX_PER_NM,
			colours
		}
	);
}
