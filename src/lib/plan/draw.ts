import { frequencyWords, stationWords, type Area } from '@hanza/core';
import type { ZoomTransform } from 'd3-zoom';
import { halo, PX_PER_NM, toX, toY, type PlanColours } from './canvas.js';
import { drawOverlay } from './draw-overlay.js';
import type { Overlay, PlanLabel, PlanPoint } from './overlay.js';

/** A track as runs of points at several finenesses: far out nobody sees every tenth of a second. */
export interface DrawnTrack {
	north: Float64Array;
	east: Float64Array;
	rateHz: number;
}

/** What the canvas does for the parts of the map that do not move with the pilot. */
export class PlanPainter {
	private readonly coast: Path2D[];

	constructor(private readonly area: Area) {
		this.coast = area.islands.map(({ coast }) => {
			const path = new Path2D();
			coast.forEach(([east, north], i) => (i === 0 ? path.moveTo(east, -north) : path.lineTo(east, -north)));
			path.closePath();
			return path;
		});
	}

	/** Everything: map, overlays, track, labels. Sizes in CSS pixels. */
	paint(
		g: CanvasRenderingContext2D,
		size: { width: number; height: number; ratio: number },
		transform: ZoomTransform,
		colours: PlanColours,
		shown: {
			overlays: readonly Overlay[];
			track: DrawnTrack | null;
			/** Samples of the track to be drawn. */
			until: number;
			labels: readonly PlanLabel[];
			aircraft: { northNm: number; eastNm: number; trackDeg: number } | null;
			variationDeg: number;
			selected: string | null;
		}
	): void {
		const { width, height, ratio } = size;
		g.setTransform(ratio, 0, 0, ratio, 0, 0);
		g.fillStyle = colours.water;
		g.fillRect(0, 0, width, height);
		this.land(g, ratio, transform, colours);
		g.setTransform(ratio, 0, 0, ratio, 0, 0);
		this.airways(g, transform, colours);
		for (const overlay of shown.overlays) drawOverlay(g, overlay, transform, colours);
		this.places(g, transform, colours, shown.selected);
		if (shown.track) this.track(g, size, transform, colours, shown.track, shown.until);
		g.font = '12px sans-serif';
		for (const { north, east, text } of shown.labels)
			halo(g, text, toX(transform, east) + 6, toY(transform, north) - 6, colours.own, colours.water);
		if (shown.aircraft) this.aircraft(g, transform, colours, shown.aircraft, shown.variationDeg);
		this.scale(g, size, transform, colours);
	}

	private land(g: CanvasRenderingContext2D, ratio: number, transform: ZoomTransform, colours: PlanColours) {
		const k = transform.k * PX_PER_NM;
		g.setTransform(ratio * k, 0, 0, ratio * k, ratio * transform.x, ratio * transform.y);
		g.lineWidth = 1.2 / k;
		g.strokeStyle = colours.coast;
		g.fillStyle = colours.land;
		for (const path of this.coast) {
			g.fill(path);
			g.stroke(path);
		}
		g.save();
		const all = new Path2D();
		for (const path of this.coast) all.addPath(path);
		g.clip(all);
		for (const { northNm, eastNm, radiusNm } of this.area.peaks) {
			g.fillStyle = colours.hill;
			for (const share of [0.75, 0.45]) {
				g.globalAlpha = 0.35;
				g.beginPath();
				g.arc(eastNm, -northNm, radiusNm * share, 0, 2 * Math.PI);
				g.fill();
			}
		}
		g.restore();
		g.globalAlpha = 1;
		g.strokeStyle = colours.ink;
		for (const { runways } of this.area.airports)
			for (const { northNm, eastNm, headingDeg, lengthM } of runways) {
				const angle = ((headingDeg + this.area.variationDeg) * Math.PI) / 180;
				const half = lengthM / 1852 / 2;
				g.lineWidth = Math.max(3 / k, 0.06);
				g.beginPath();
				g.moveTo(eastNm - half * Math.sin(angle), -(northNm - half * Math.cos(angle)));
				g.lineTo(eastNm + half * Math.sin(angle), -(northNm + half * Math.cos(angle)));
				g.stroke();
			}
	}

	private airways(g: CanvasRenderingContext2D, transform: ZoomTransform, colours: PlanColours) {
		const at = this.where();
		g.font = '11px sans-serif';
		for (const { id, points, minimumFt } of this.area.airways) {
			g.strokeStyle = colours.soft;
			g.lineWidth = 1;
			g.setLineDash([2, 5]);
			g.beginPath();
			const known = points.flatMap((point) => at.get(point) ?? []);
			known.forEach(({ north, east }, i) =>
				i === 0
					? g.moveTo(toX(transform, east), toY(transform, north))
					: g.lineTo(toX(transform, east), toY(transform, north))
			);
			g.stroke();
			const [one, two] = [known[0], known[1]];
			g.setLineDash([]);
			if (!one || !two || transform.k < 0.95) continue;
			const [x, y] = [toX(transform, (one.east + two.east) / 2), toY(transform, (one.north + two.north) / 2)];
			halo(g, `${id} ${minimumFt}`, x, y, colours.soft, colours.water);
		}
		g.setLineDash([]);
	}

	private where(): Map<string, PlanPoint> {
		return new Map(
			[...this.area.stations, ...this.area.fixes].map(({ id, northNm, eastNm }) => [
				id,
				{ north: northNm, east: eastNm }
			])
		);
	}

	private places(
		g: CanvasRenderingContext2D,
		transform: ZoomTransform,
		colours: PlanColours,
		selected: string | null
	) {
		const near = transform.k > 1.3;
		const name = (text: string, x: number, y: number, colour: string) =>
			halo(g, text, x, y, colour, colours.water);
		g.font = '11px sans-serif';
		for (const { name: text, northNm, eastNm, elevationFt } of this.area.peaks) {
			// A station on the hill has its own name there.
			const taken = this.area.stations.some(
				(one) => Math.hypot(one.northNm - northNm, one.eastNm - eastNm) * transform.k < 2.6
			);
			if (taken && !near) continue;
			const [x, y] = [toX(transform, eastNm), toY(transform, northNm)];
			g.fillStyle = colours.soft;
			g.fillText('▵', x - 4, y + 4);
			if (near) name(`${text} ${elevationFt}`, x + 6, y + 4, colours.soft);
			else if (transform.k > 0.9) name(String(elevationFt), x + 6, y + 4, colours.soft);
		}
		if (near)
			for (const { northNm, eastNm, topFt } of this.area.obstacles) {
				const [x, y] = [toX(transform, eastNm), toY(transform, northNm)];
				g.strokeStyle = colours.soft;
				g.beginPath();
				g.moveTo(x, y);
				g.lineTo(x, y - 9);
				g.stroke();
				name(String(topFt), x + 4, y - 2, colours.soft);
			}
		for (const { id, northNm, eastNm } of this.area.fixes) {
			const [x, y] = [toX(transform, eastNm), toY(transform, northNm)];
			g.strokeStyle = id === selected ? colours.target : colours.ink;
			g.lineWidth = id === selected ? 3 : 1.3;
			g.beginPath();
			g.moveTo(x - 4, y - 4);
			g.lineTo(x + 4, y + 4);
			g.moveTo(x - 4, y + 4);
			g.lineTo(x + 4, y - 4);
			g.stroke();
			if (transform.k > 0.9) name(id, x + 7, y + 4, colours.ink);
		}
		for (const station of this.area.stations) {
			// Close together as they are, the parts of an approach come in when one goes near.
			const small = station.kind === 'marker' || station.kind === 'localizer' || station.id.length === 2;
			if (small && !near) continue;
			const [x, y] = [toX(transform, station.eastNm), toY(transform, station.northNm)];
			const chosen = station.id === selected;
			g.strokeStyle = chosen ? colours.target : colours.ink;
			g.fillStyle = g.strokeStyle;
			g.lineWidth = chosen ? 3 : 1.6;
			g.setLineDash(station.kind === 'ndb' ? [2, 2.5] : []);
			g.beginPath();
			g.arc(x, y, station.kind === 'marker' ? 3 : 8, 0, 2 * Math.PI);
			g.stroke();
			g.setLineDash([]);
			g.beginPath();
			g.arc(x, y, 2.2, 0, 2 * Math.PI);
			g.fill();
			if (station.kind === 'marker') continue;
			g.font = 'bold 12px sans-serif';
			name(station.id, x + 12, y + 1, colours.ink);
			g.font = '11px sans-serif';
			if (near) name(`${stationWords(station)} ${frequencyWords(station)}`, x + 12, y + 14, colours.soft);
		}
		for (const { id, name: text, runways } of this.area.airports) {
			const { northNm, eastNm } = runways[0]!;
			name(
				near ? `${id} ${text}` : id,
				toX(transform, eastNm) + 9,
				toY(transform, northNm) + 15,
				colours.ink
			);
		}
	}

	/**
	 * The ground track. Points that fall on the pixel of the one before are left out: an hour of ten a second
	 * is then as quick to draw as the screen is wide.
	 */
	private track(
		g: CanvasRenderingContext2D,
		{ width, height }: { width: number; height: number },
		transform: ZoomTransform,
		colours: PlanColours,
		{ north, east }: DrawnTrack,
		until: number
	) {
		g.strokeStyle = colours.own;
		g.lineWidth = 2;
		g.lineJoin = 'round';
		g.beginPath();
		const scale = transform.k * PX_PER_NM;
		const end = Math.min(until, north.length);
		let [lastX, lastY] = [NaN, NaN];
		let pen = false;
		for (let i = 0; i < end; i++) {
			const x = east[i]! * scale + transform.x;
			const y = -north[i]! * scale + transform.y;
			if (i < end - 1 && Math.abs(x - lastX) < 1 && Math.abs(y - lastY) < 1) continue;
			const inside = x > -200 && y > -200 && x < width + 200 && y < height + 200;
			if (pen) g.lineTo(x, y);
			else if (inside) g.moveTo(Number.isNaN(lastX) ? x : lastX, Number.isNaN(lastY) ? y : lastY);
			pen = inside;
			[lastX, lastY] = [x, y];
		}
		g.stroke();
	}

	private aircraft(
		g: CanvasRenderingContext2D,
		transform: ZoomTransform,
		colours: PlanColours,
		aircraft: { northNm: number; eastNm: number; trackDeg: number },
		variationDeg: number
	) {
		g.save();
		g.translate(toX(transform, aircraft.eastNm), toY(transform, aircraft.northNm));
		g.rotate(((aircraft.trackDeg + variationDeg) * Math.PI) / 180);
		g.fillStyle = colours.own;
		g.strokeStyle = colours.water;
		g.lineWidth = 1;
		g.beginPath();
		g.moveTo(0, -11);
		g.lineTo(7, 8);
		g.lineTo(0, 4);
		g.lineTo(-7, 8);
		g.closePath();
		g.fill();
		g.stroke();
		g.restore();
	}

	private scale(
		g: CanvasRenderingContext2D,
		{ height }: { height: number },
		transform: ZoomTransform,
		colours: PlanColours
	) {
		const k = transform.k * PX_PER_NM;
		const miles = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20].find((one) => one * k >= 60) ?? 20;
		g.strokeStyle = colours.ink;
		g.lineWidth = 2;
		g.beginPath();
		g.moveTo(14, height - 14);
		g.lineTo(14 + miles * k, height - 14);
		g.moveTo(14, height - 19);
		g.lineTo(14, height - 9);
		g.moveTo(14 + miles * k, height - 19);
		g.lineTo(14 + miles * k, height - 9);
		g.stroke();
		g.font = '12px sans-serif';
		halo(g, `${miles} NM`, 20, height - 20, colours.ink, colours.water);
	}
}
