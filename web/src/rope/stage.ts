// Three.js, loaded only where a knot is turned. Colours come from the page's own dyes.
import {
  AmbientLight,
  CanvasTexture,
  CatmullRomCurve3,
  Color,
  BoxGeometry,
  CylinderGeometry,
  DirectionalLight,
  DoubleSide,
  FrontSide,
  Group,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  RepeatWrapping,
  Scene,
  SphereGeometry,
  SRGBColorSpace,
  TubeGeometry,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Model } from '../api/client'

const POLE_REACH = 60
/** From where it is seen at first, and how much room is left round it. */
const SEEN_FROM = new Vector3(0.5, 0.35, 2)
const ROOM = 1.5
/** Length of a whipping, in rope diameters, as in the flat drawings. */
const WHIPPING = 1.5
/** Marks along the rope, one to so many diameters, and so many round it. */
const MARK_LONG = 1.6
const MARKS_ROUND = 2
const said = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
const dye = (name: string) => new Color(said(name))

/** One mark of a rope on its ground: a braid's chevron, a lay's slant, a whipping's turns. */
function woven(ground: string, ink: string, strokes: [number, number][][], width: number): CanvasTexture {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = 64
  const pen = canvas.getContext('2d')
  if (pen) {
    pen.fillStyle = said(ground)
    pen.fillRect(0, 0, 64, 64)
    pen.strokeStyle = said(ink)
    pen.lineWidth = width
    for (const [first, ...rest] of strokes) {
      if (!first) continue
      pen.beginPath()
      pen.moveTo(...first)
      rest.forEach((p) => pen.lineTo(...p))
      pen.stroke()
    }
  }
  const texture = new CanvasTexture(canvas)
  texture.wrapS = texture.wrapT = RepeatWrapping
  texture.colorSpace = SRGBColorSpace
  return texture
}

/** The look of a rope, by its place among the ropes. */
function ropeTexture(i: number, length: number): CanvasTexture {
  const chevron: [number, number][][] = [[[18, 8], [44, 32], [18, 56]]] // prettier-ignore
  const slant: [number, number][][] = [[[-8, 64], [40, 0]], [[24, 64], [72, 0]]] // prettier-ignore
  const texture = i ? woven('--u-raw', '--u-tar-2', slant, 5) : woven('--u-madder', '--u-madder-fleck', chevron, 8)
  texture.repeat.set(Math.max(Math.round(length / MARK_LONG), 1), MARKS_ROUND)
  return texture
}

/** The last of a run of points, so far as a whipping goes. */
function whipped(points: Vector3[]): Vector3[] {
  const part = [points[points.length - 1]!]
  let far = 0
  for (let i = points.length - 2; i >= 0 && far < WHIPPING; i--) {
    far += points[i]!.distanceTo(points[i + 1]!)
    part.unshift(points[i]!)
  }
  return part
}

/** Points of one rope as far as it is laid; the step may be part way through a move. */
function laid(rope: Model['ropes'][number], step: number): Vector3[] {
  const at = (n: number) => rope.laid[Math.min(n, rope.laid.length - 1)] ?? 0
  const whole = Math.floor(step)
  const upto = Math.round(at(whole) + (at(whole + 1) - at(whole)) * (step - whole))
  const points: Vector3[] = []
  for (let i = rope.from[whole] ?? 0; i < upto; i++) {
    const p = new Vector3(rope.points[3 * i], rope.points[3 * i + 1], rope.points[3 * i + 2])
    if (!points.length || points[points.length - 1]!.distanceTo(p) > 0.3) points.push(p)
  }
  return points
}

/** A form of the tied knot on its way from open to drawn up, `share` of the last slide along. */
function drawnUp(model: Model, share: number) {
  const forms = model.drawn_up
  return forms[Math.min(Math.round(share * (forms.length - 1)), forms.length - 1)]
}

/** Points of a flat run of numbers. */
function pointsOf(numbers: number[]): Vector3[] {
  const points: Vector3[] = []
  for (let i = 0; i + 2 < numbers.length; i += 3) points.push(new Vector3(numbers[i], numbers[i + 1], numbers[i + 2]))
  return points
}

/** A bar the rope goes round, along y: round, or square with its arrises where the round one's surface is. */
function bar(radius: number, square: boolean) {
  const side = radius * Math.SQRT2
  return square ? new BoxGeometry(side, POLE_REACH, side) : new CylinderGeometry(radius, radius, POLE_REACH, 40)
}

export class Stage {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly camera = new PerspectiveCamera(32, 1, 1, 400)
  private readonly controls: OrbitControls
  private knot = new Group()
  /** Which form the camera was last brought near to. */
  private framed?: 'open' | 'drawn up'
  private asked = false

  /** Throws where there is no WebGL. */
  constructor(private readonly frame: HTMLElement) {
    this.renderer = new WebGLRenderer({ antialias: true, alpha: true })
    this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2))
    frame.append(this.renderer.domElement)
    const sun = new DirectionalLight(0xffffff, 2.2)
    sun.position.set(-20, 40, 60)
    this.scene.add(new AmbientLight(0xffffff, 1.5), sun, this.knot)
    this.controls = new OrbitControls(this.camera, this.renderer.domElement)
    this.controls.enableZoom = true
    this.controls.addEventListener('change', () => this.draw())
  }

  show(model: Model, step: number, mirrored: boolean, shape = 'post') {
    this.clear()
    this.knot.scale.x = mirrored ? -1 : 1
    const side = mirrored ? DoubleSide : FrontSide
    const moves = (model.ropes[0]?.laid.length ?? 1) - 1
    const form = step > moves ? drawnUp(model, step - moves) : undefined
    model.ropes.forEach((rope, i) => {
      const points = form ? pointsOf(form.ropes[i] ?? []) : laid(rope, step)
      if (points.length < 2) return
      this.rope(points, i, side)
      if (rope.whipped[0]) this.whipping([...points].reverse(), side)
      if (rope.whipped[1]) this.whipping(points, side)
    })
    model.poles.forEach((pole, i) => {
      const [x = 0, y = 0] = form?.at[i] ?? pole.at
      const material = new MeshLambertMaterial({
        color: dye(shape === 'rope' ? '--u-sheet' : '--u-wood'),
        transparent: true,
        opacity: 0.72,
        depthWrite: false,
      })
      const post = new Mesh(bar(pole.radius, shape === 'square'), material)
      if (pole.axis === 'x') post.rotation.z = Math.PI / 2
      if (pole.axis === 'z') post.rotation.x = Math.PI / 2
      post.position.set(x, y, 0)
      this.knot.add(post)
    })
    for (const { way, radius, at } of model.bars) {
      const material = new MeshLambertMaterial({ color: dye('--u-wood') })
      const pole = new Mesh(bar(radius, false), material)
      pole.quaternion.setFromUnitVectors(new Vector3(0, 1, 0), new Vector3().fromArray(way))
      pole.position.fromArray(at)
      this.knot.add(pole)
    }
    const near = form ? 'drawn up' : 'open'
    if (this.framed !== near) {
      const points = form ? form.ropes.flatMap(pointsOf) : model.ropes.flatMap((r) => laid(r, r.laid.length - 1))
      this.aim(points, mirrored)
      this.framed = near
    }
    this.draw()
  }

  private rope(points: Vector3[], i: number, side: typeof FrontSide | typeof DoubleSide) {
    const curve = new CatmullRomCurve3(points)
    const material = new MeshLambertMaterial({ map: ropeTexture(i, curve.getLength()), side })
    this.knot.add(new Mesh(new TubeGeometry(curve, points.length * 2, 0.5, 16), material))
  }

  /** Turns of twine round the end of a rope, and the end itself. */
  private whipping(points: Vector3[], side: typeof FrontSide | typeof DoubleSide) {
    const part = whipped(points)
    if (part.length < 2) return
    const turns: [number, number][][] = [[[32, 0], [32, 64]]] // prettier-ignore
    const texture = woven('--u-cloth', '--u-tar', turns, 10)
    texture.repeat.set(4, 1)
    const material = new MeshLambertMaterial({ map: texture, side })
    this.knot.add(new Mesh(new TubeGeometry(new CatmullRomCurve3(part), part.length * 4, 0.54, 16), material))
    const end = new Mesh(new SphereGeometry(0.52, 16, 12), new MeshLambertMaterial({ color: dye('--u-cloth') }))
    end.position.copy(part[part.length - 1]!)
    this.knot.add(end)
  }

  turn(across: number, down: number) {
    const from = this.camera.position.clone().sub(this.controls.target)
    from.applyAxisAngle(new Vector3(0, 1, 0), across * 0.25)
    from.applyAxisAngle(new Vector3(1, 0, 0), down * 0.2)
    this.camera.position.copy(this.controls.target).add(from)
    this.controls.update()
    this.draw()
  }

  end() {
    this.clear()
    this.controls.dispose()
    this.renderer.dispose()
    this.renderer.domElement.remove()
  }

  /** Looks at the busy part of the knot: the middle of its rope. */
  private aim(points: Vector3[], mirrored: boolean) {
    const sorted = (k: 'x' | 'y') => points.map((p) => p[k]).sort((a, b) => a - b)
    const [x, y] = [sorted('x'), sorted('y')]
    const at = (a: number[], q: number) => a[Math.floor((a.length - 1) * q)] ?? 0
    const middle = new Vector3(((at(x, 0.05) + at(x, 0.95)) / 2) * (mirrored ? -1 : 1), (at(y, 0.05) + at(y, 0.95)) / 2, 0)
    const aspect = this.frame.clientWidth / Math.max(this.frame.clientHeight, 1) || 1
    const high = Math.max(at(y, 0.95) - at(y, 0.05), (at(x, 0.95) - at(x, 0.05)) / aspect, 6)
    const far = (ROOM * high) / 2 / Math.tan(((this.camera.fov / 2) * Math.PI) / 180)
    this.controls.target.copy(middle)
    this.camera.position.copy(middle).add(SEEN_FROM.clone().setLength(far))
    this.fit()
    this.controls.update()
  }

  /** Fills its frame, whatever size that has now. */
  fit() {
    const { clientWidth: w, clientHeight: h } = this.frame
    if (!w || !h) return
    this.renderer.setSize(w, h)
    this.camera.aspect = w / h
    this.camera.updateProjectionMatrix()
    this.draw()
  }

  /** At most one drawing a frame, and none when nothing changes. */
  private draw() {
    if (this.asked) return
    this.asked = true
    requestAnimationFrame(() => {
      this.asked = false
      this.renderer.render(this.scene, this.camera)
    })
  }

  private clear() {
    for (const child of [...this.knot.children]) {
      this.knot.remove(child)
      if (child instanceof Mesh) {
        child.geometry.dispose()
        child.material.map?.dispose()
        child.material.dispose()
      }
    }
  }
}
