import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import type { Triangles, Vector } from './triangles';

export interface Hit {
  distance_m: number;
  triangle: number;
}

/** Rays against a body, through a tree of boxes about its triangles. */
export class Rays {
  private readonly tree: MeshBVH;
  private readonly ray = new Ray(new Vector3(), new Vector3());

  constructor(triangles: Triangles) {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(triangles, 3));
    // Indirect: the triangles keep their numbers.
    this.tree = new MeshBVH(geometry, { indirect: true });
  }

  /** How many triangles a ray is held against until it is out, whatever it meets: it tells what rays will cost. */
  held(from: Vector, along: Vector): number {
    this.ray.origin.set(from[0], from[1], from[2]);
    this.ray.direction.set(along[0], along[1], along[2]);
    let held = 0;
    this.tree.shapecast({
      intersectsBounds: (box) => this.ray.intersectsBox(box),
      intersectsRange: (_, count) => {
        held += count;
        return false;
      }
    });
    return held;
  }

  /** The first triangle that a ray meets, from whichever side; null where it gets out. */
  first(from: Vector, along: Vector): Hit | null {
    this.ray.origin.set(from[0], from[1], from[2]);
    this.ray.direction.set(along[0], along[1], along[2]);
    const hit = this.tree.raycastFirst(this.ray, DoubleSide);
    return hit ? { distance_m: hit.distance, triangle: hit.faceIndex! } : null;
  }

  /** Every triangle that a ray goes through, nearest first; on an edge two at once. */
  crossings(from: Vector, along: Vector): Hit[] {
    this.ray.origin.set(from[0], from[1], from[2]);
    this.ray.direction.set(along[0], along[1], along[2]);
    return this.tree
      .raycast(this.ray, DoubleSide)
      .map(({ distance, faceIndex }) => ({ distance_m: distance, triangle: faceIndex! }))
      .sort((a, b) => a.distance_m - b.distance_m);
  }

  /** The stretches of a ray that lie in the body, from and to, m along it; of one that only grazes it none. */
  spans(from: Vector, along: Vector): [number, number][] {
    const at = this.crossings(from, along)
      .map(({ distance_m }) => distance_m)
      // On an edge two triangles are met at once.
      .filter((distance, i, all) => i === 0 || distance - all[i - 1]! > GRAZE_M);
    return Array.from({ length: Math.floor(at.length / 2) }, (_, i) => [at[2 * i]!, at[2 * i + 1]!]);
  }
}

/** Two crossings nearer than this are one, m. */
const GRAZE_M = 1e-8;
