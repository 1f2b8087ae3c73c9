import type { Vector } from '$core/pattern/mesh/triangles';
import type { Turntable } from './turntable';

/** How a body is looked at: the way it draws, where it parts along that (m from the origin), how far its halves stand open, m. */
export interface PartedLook {
  way: Vector;
  parting_m: number;
  open_m: number;
  marks: readonly { at: Vector; of: 'undercut' | 'thin' }[];
}

/** How the parting follows a pointer: from where (null where it may not be moved), to where, and let go. */
export interface PartingHold {
  from(): number | null;
  to(parting_m: number): void;
  settle(): void;
}

/** A look at so many corners is enough to stand far off enough. */
const CORNERS_LOOKED_AT = 60_000;
/** Beyond this share of the sheet's half the pointer takes hold of it; within, it turns the body. */
const BODYS_SHARE = 0.36;

/** A body in its two halves about a parting sheet, on a turntable. @param positions m, nine to a face */
export function partedBody(
  table: Turntable,
  positions: Float32Array,
  colours: Uint8Array,
  hold: PartingHold
) {
  const { three, scene } = table;
  const turned = new three.Group();
  scene.add(turned);
  const geometry = new three.BufferGeometry();
  geometry.setAttribute('position', new three.BufferAttribute(positions, 3));
  geometry.setAttribute('color', new three.BufferAttribute(colours.slice(), 3, true));
  // Each half is the whole body, cut off at the parting.
  const planes = [new three.Plane(), new three.Plane()] as const;
  const [upper, lower] = planes.map((plane) => {
    const material = new three.MeshStandardMaterial({
      vertexColors: true,
      flatShading: true,
      roughness: 0.85,
      side: three.DoubleSide,
      clippingPlanes: [plane]
    });
    const mesh = new three.Mesh(geometry, material);
    mesh.frustumCulled = false;
    turned.add(mesh);
    return mesh;
  });
  const sheet = partingSheet(table);
  const ball = new three.SphereGeometry(1, 16, 12);
  const spots = new three.Group();
  turned.add(spots);
  const { middle, size } = stoodOff(table, positions);
  geometry.boundingSphere = new three.Sphere(middle.clone(), size);
  const letGo = heldByPointer(table, sheet, size, hold);

  return {
    show({ way, parting_m, open_m, marks }: PartedLook) {
      const up = new three.Vector3(...way);
      turned.quaternion.setFromUnitVectors(up, new three.Vector3(0, 0, 1));
      const centre = middle.clone().applyQuaternion(turned.quaternion);
      turned.position.copy(centre).multiplyScalar(-1);
      const z = parting_m - middle.dot(up);
      upper!.position.copy(up).multiplyScalar(open_m);
      lower!.position.set(0, 0, 0);
      planes[0].set(new three.Vector3(0, 0, 1), -(z + open_m));
      planes[1].set(new three.Vector3(0, 0, -1), z);
      sheet.position.set(0, 0, z);
      sheet.scale.setScalar(0.85 * size);
      spots.clear();
      for (const { at, of } of marks) {
        const thin = of === 'thin';
        const material = new three.MeshBasicMaterial({ color: thin ? 0x2f6480 : 0x7a1d05, wireframe: thin });
        const spot = new three.Mesh(ball, material);
        spot.scale.setScalar(0.014 * size);
        spot.position.set(...at);
        spots.add(spot);
      }
      table.draw();
    },
    colour(anew: Uint8Array) {
      const attribute = geometry.attributes.color!;
      (attribute.array as Uint8Array).set(anew);
      attribute.needsUpdate = true;
      table.draw();
    },
    away() {
      letGo();
      geometry.dispose();
      ball.dispose();
      table.away();
    }
  };
}

/** The sheet that a body parts on, its edge drawn. */
function partingSheet({ three, scene }: Turntable) {
  const sheet = new three.Mesh(
    new three.PlaneGeometry(1, 1),
    new three.MeshBasicMaterial({
      color: 0x2f6480,
      transparent: true,
      opacity: 0.18,
      // A face may lie just in the parting: the sheet lies over it.
      polygonOffset: true,
      polygonOffsetFactor: -2,
      polygonOffsetUnits: -2,
      side: three.DoubleSide,
      depthWrite: false
    })
  );
  sheet.add(
    new three.LineSegments(
      new three.EdgesGeometry(sheet.geometry),
      new three.LineBasicMaterial({ color: 0x2f6480 })
    )
  );
  scene.add(sheet);
  return sheet;
}

/** Stands the camera off far enough for all of a body. @returns its middle, and how large it is corner to corner, m */
function stoodOff({ three, camera, controls }: Turntable, positions: Float32Array) {
  const box = new three.Box3();
  const corner = new three.Vector3();
  const stride = 3 * Math.max(1, Math.floor(positions.length / 3 / CORNERS_LOOKED_AT));
  for (let i = 0; i < positions.length; i += stride)
    box.expandByPoint(corner.set(positions[i]!, positions[i + 1]!, positions[i + 2]!));
  const middle = box.getCenter(new three.Vector3());
  const size = box.getSize(corner).length() || 0.1;
  camera.near = size / 100;
  camera.far = size * 20;
  camera.position.set(1.1 * size, -1.6 * size, 1.1 * size);
  controls.update();
  return { middle, size };
}

/** The sheet is taken hold of by its edge or anywhere beside the body, and follows the pointer up and down. */
function heldByPointer(
  { three, canvas, camera, controls }: Turntable,
  sheet: ReturnType<typeof partingSheet>,
  size: number,
  hold: PartingHold
): () => void {
  const ray = new three.Raycaster();
  let held: { y: number; from: number } | null = null;
  function down(event: PointerEvent) {
    const from = hold.from();
    if (from === null) return;
    const { left, top, width, height } = canvas.getBoundingClientRect();
    const [x, y] = [(event.clientX - left) / width, (event.clientY - top) / height];
    ray.setFromCamera(new three.Vector2(2 * x - 1, 1 - 2 * y), camera);
    const flat = ray.intersectObject(sheet, false)[0];
    if (!flat) return;
    const local = sheet.worldToLocal(flat.point.clone());
    if (Math.max(Math.abs(local.x), Math.abs(local.y)) < BODYS_SHARE) return;
    held = { y: event.clientY, from };
    controls.enabled = false;
    canvas.setPointerCapture(event.pointerId);
  }
  function move(event: PointerEvent) {
    if (held) hold.to(held.from + ((held.y - event.clientY) * size * 1.15) / canvas.clientHeight);
  }
  function up() {
    if (!held) return;
    held = null;
    controls.enabled = true;
    hold.settle();
  }
  const watched = new AbortController();
  const { signal } = watched;
  canvas.addEventListener('pointerdown', down, { capture: true, signal });
  canvas.addEventListener('pointermove', move, { signal });
  canvas.addEventListener('pointerup', up, { signal });
  canvas.addEventListener('pointercancel', up, { signal });
  return () => watched.abort();
}
