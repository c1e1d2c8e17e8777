/** What of the library is used, which tells its own types by paths that the compiler does not follow. */
declare module 'jsts-types' {
  export interface Geometry {
    getArea(): number;
    getLength(): number;
    getNumGeometries(): number;
    getGeometryN(k: number): Geometry;
    getEnvelopeInternal(): { getWidth(): number; getHeight(): number; getMinX(): number };
    isEmpty(): boolean;
    getCoordinates(): { x: number; y: number }[];
  }
  export interface Polygon extends Geometry {
    getExteriorRing(): Geometry;
    getNumInteriorRing(): number;
    getInteriorRingN(k: number): Geometry;
  }
}
declare module 'jsts/org/locationtech/jts/geom/Coordinate.js' {
  export default class Coordinate {
    constructor(x: number, y: number);
    readonly x: number;
    readonly y: number;
  }
}
declare module 'jsts/org/locationtech/jts/algorithm/InteriorPointArea.js' {
  import type { Geometry } from 'jsts-types';
  const InteriorPointArea: { getInteriorPoint(of: Geometry): { x: number; y: number } };
  export default InteriorPointArea;
}
declare module 'jsts/org/locationtech/jts/geom/GeometryFactory.js' {
  import type Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
  import type { Geometry, Polygon } from 'jsts-types';
  export default class GeometryFactory {
    createLinearRing(coordinates: Coordinate[]): Geometry;
    createLineString(coordinates: Coordinate[]): Geometry;
    createPolygon(shell: Geometry, holes?: Geometry[]): Polygon;
    createPoint(coordinate: Coordinate): Geometry;
    createGeometryCollection(all: Geometry[]): Geometry;
  }
}
declare module 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js' {
  import type { Geometry } from 'jsts-types';
  const BufferOp: { bufferOp(of: Geometry, distance: number, quadrantSegments: number): Geometry };
  export default BufferOp;
}
declare module 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js' {
  const OverlayOp: {
    readonly INTERSECTION: number;
    readonly UNION: number;
    readonly DIFFERENCE: number;
    readonly SYMDIFFERENCE: number;
  };
  export default OverlayOp;
}
declare module 'jsts/org/locationtech/jts/operation/overlay/snap/SnapIfNeededOverlayOp.js' {
  import type { Geometry } from 'jsts-types';
  const SnapIfNeededOverlayOp: { overlayOp(a: Geometry, b: Geometry, operation: number): Geometry };
  export default SnapIfNeededOverlayOp;
}
