/** The two ways of holding a lens, step by step (common practice). */
export const HELD_STEPS: readonly { readonly title: string; readonly steps: readonly string[] }[] = [
  {
    title: 'Turn the lens',
    steps: [
      'Set the lens to infinity and its aperture by hand; body to manual, magnified view with peaking.',
      'Body on the tripod or in the right hand; hold the lens flat against the opening, then lift one side.',
      'Close the gap with finger and thumb all around: light from the side fogs the picture.',
      'Turn until the plane lies where it should, move in and out for focus, and shoot a burst of five or more.',
      'Look through them magnified, keep the one that sits; the picture moves as the lens turns, so compose a little loose.',
    ],
  },
  {
    title: 'Hold the lens, turn the body',
    steps: [
      'Set up as before, and rest the lens hand on something firm: the lens stays where it points.',
      'Turn the body behind it instead: place and direction of the view stay, so the composition stays.',
      'Verticals lean with the body: it is its back that is tilted; level it where lines matter and swing it instead.',
      'Focus by moving the body to and fro by a hair, and shoot a burst of five or more.',
    ],
  },
];
