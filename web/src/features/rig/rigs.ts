// Rigs there are, as they are named in menus, on a job that has them, and where one is asked for.
export interface RigName {
  kind: string
  /** In a menu. */
  says: string
  /** On a job that has one. */
  its: string
  /** Where it is asked for. */
  ask: string
  /** It is kept with a job. */
  kept: boolean
}

export const RIGS: RigName[] = [
  { kind: 'shelter', says: 'A shelter', its: 'Its shelter', ask: 'Rig a shelter', kept: true },
  { kind: 'load', says: 'A load tied down', its: 'Its load', ask: 'Tie down a load', kept: true },
  { kind: 'haul', says: 'A haul', its: 'Its haul', ask: 'Plan a haul', kept: true },
  { kind: 'hang', says: 'A bar hung level', its: 'Its bar', ask: 'Hang a bar', kept: true },
  { kind: 'hoist', says: 'Something hoisted', its: 'Its hoist', ask: 'Hoist a tool or spar', kept: true },
  { kind: 'larder', says: 'Food hung out of reach', its: 'Its food', ask: 'Hang food out of reach', kept: true },
  { kind: 'poles', says: 'Poles lashed', its: 'Its poles', ask: 'Lash poles', kept: true },
  { kind: 'tether', says: 'Something tethered', its: 'Its tether', ask: 'Tether something', kept: true },
  { kind: 'line', says: 'One line alone', its: 'Its line', ask: 'One line alone', kept: false },
]
