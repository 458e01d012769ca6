// Rigs there are, as they are named in menus, on a job that has them, and where one is asked for.
export interface RigName {
  kind: string
  /** In a menu. */
  says: string
  /** On a job that has one. */
  its: string
  /** Where it is asked for. */
  ask: string
}

export const RIGS: RigName[] = [
  { kind: 'shelter', says: 'A shelter', its: 'Its shelter', ask: 'Rig a shelter' },
  { kind: 'load', says: 'A load tied down', its: 'Its load', ask: 'Tie down a load' },
  { kind: 'haul', says: 'A haul', its: 'Its haul', ask: 'Plan a haul' },
  { kind: 'hang', says: 'A bar hung level', its: 'Its bar', ask: 'Hang a bar' },
  { kind: 'hoist', says: 'Something hoisted', its: 'Its hoist', ask: 'Hoist a tool or spar' },
  { kind: 'larder', says: 'Food hung out of reach', its: 'Its food', ask: 'Hang food out of reach' },
  { kind: 'poles', says: 'Poles lashed', its: 'Its poles', ask: 'Lash poles' },
  { kind: 'mast', says: 'A mast on guys', its: 'Its mast', ask: 'Put up a mast' },
  { kind: 'tether', says: 'Something tethered', its: 'Its tether', ask: 'Tether something' },
  { kind: 'line', says: 'One line alone', its: 'Its line', ask: 'Draw a line tight' },
]
