// Three.js, loaded only where a knot is turned. Colours come from the page's own dyes.
import {
  AmbientLight,
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
  Scene,
  SphereGeometry,
  TubeGeometry,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Model } from '../api/client'

const POLE_REACH = 60
const dye = (name: string) => new Color(getComputedStyle(document.documentElement).getPropertyValue(name).trim())

/** Points of one rope as far as it is laid; the step may be part way through a move. */
function laid(rope: Model['ropes'][number], step: number): Vector3[] {
  const at = (n: number) => rope.laid[Math.min(n, rope.laid.length - 1)] ?? 0
  const whole = Math.floor(step)
  const upto = Math.round(at(whole) + (at(whole + 1) - at(whole)) * (step - whole))
  const points: Vector3[] = []
  for (let i = 0; i < upto; i++) {
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
  private framed = false
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
      const material = new MeshLambertMaterial({ color: dye(i ? '--u-raw' : '--u-madder'), side })
      this.knot.add(new Mesh(new TubeGeometry(new CatmullRomCurve3(points), points.length * 2, 0.5, 12), material))
      const end = new Mesh(new SphereGeometry(0.5, 16, 12), new MeshLambertMaterial({ color: dye('--u-cloth') }))
      end.position.copy(points[points.length - 1]!)
      this.knot.add(end)
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
    if (!this.framed) this.aim(model, mirrored)
    this.draw()
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
  private aim(model: Model, mirrored: boolean) {
    const points = model.ropes.flatMap((r) => laid(r, r.laid.length - 1))
    const sorted = (k: 'x' | 'y') => points.map((p) => p[k]).sort((a, b) => a - b)
    const [x, y] = [sorted('x'), sorted('y')]
    const at = (a: number[], q: number) => a[Math.floor((a.length - 1) * q)] ?? 0
    const middle = new Vector3(((at(x, 0.05) + at(x, 0.95)) / 2) * (mirrored ? -1 : 1), (at(y, 0.05) + at(y, 0.95)) / 2, 0)
    const wide = Math.max(at(x, 0.95) - at(x, 0.05), at(y, 0.95) - at(y, 0.05), 10)
    this.controls.target.copy(middle)
    this.camera.position.copy(middle).add(new Vector3(wide * 0.5, wide * 0.35, wide * 2))
    this.framed = true
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
        child.material.dispose()
      }
    }
  }
}
