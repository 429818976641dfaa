import { catalogue } from '../../catalogue';

/** What each check takes for granted, in one line. */
export const assumptionsText = catalogue({
  inFrame: 'Central projection through a thin lens, with distortion and breathing where entered; the subject’s outline as entered.',
  imageCircle: 'The circle is a cone of light about the lens axis and keeps its angle when you focus closer.',
  sharpCircle: 'Sharp circles as entered, interpolated in stops; the same in every direction from the axis.',
  rayAngle: 'Rays from the middle of the exit pupil, which follows from focal length and pupil ratio.',
  travel: 'The end stops as entered; scales can be set to half a millimetre by eye.',
  level: 'The tolerance is a lean that is just visible on the print, with a subject that is itself plumb.',
  obstacle: 'Tripod and photographer take up half a metre behind the lens.',
  stretch: 'Perspective only: a small sphere at an angle θ is drawn 1/cos θ times as long as wide.',
  flare: 'The light source as entered; inside the image circle it can cause flare unless the lens is shaded.',
  stack:
    'Even steps on the rail; depth of a shot by the blur cone of the exit pupil. The picture changes its scale a little from shot to shot, which is not counted.',
  pins: 'Thin lens, with field curvature, focus shift and cover glass where entered; focused at the widest aperture; blur traced by rays from the exit pupil.',
  soft: 'Thin lens, with field curvature and focus shift where entered; blur traced by rays from the exit pupil.',
  tiltTravel: 'The end stops of the tilt as entered; a locked tilt keeps its direction.',
  tiltScale: 'The scale is read to half of its marks.',
  reach: 'The lens moves as a whole: extension gives magnification by the thin-lens equation.',
  composed: 'The lens turns about its pivot as entered; the framing at the last composition counts.',
  overlap: 'Frames join flat for what is in focus; the slides are where their scales say.',
  parallax: 'Nearest and farthest object in each overlap as entered, or as the subject says.',
  seam: 'What moves crosses its zone at an even speed.',
  room: '14 bits per pixel in a raw file; film left as entered.',
  time: 'Shutter speeds are exact; the ends of the shutter as entered.',
  reciprocity: 'The film’s data sheet as entered; straight between its rows on logarithmic axes.',
  flash: 'The whole frame is lit only up to the sync speed.',
  flashPower:
    'Flash meter reading or guide number as entered; outdoors and in large rooms a flash gives less than its guide number says. Each doubling of the pops adds a stop.',
  pops: 'The flash fires at the recycling time entered; camera and subject stand still between pops.',
  readout: 'The sensor is read out evenly from top to bottom.',
  diffraction: 'Green light of 550 nm, a round aperture and a lens without aberrations.',
  shake: 'Common practice: on a tripod a touch, a mirror or a shutter curtain shows from 1/60 s to 2 s.',
  film: 'Frames left as entered; one frame for each shot.',
});
