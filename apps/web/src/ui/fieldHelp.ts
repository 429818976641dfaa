import { exposureText } from '@gangway/messages/contract/exposure';
import { focusText as limitsText } from '@gangway/messages/contract/focus';
import { mosaicText } from '@gangway/messages/contract/mosaic';
import { fieldsText } from '@gangway/messages/core/fields';
import { subjectsText } from '@gangway/messages/core/subjects';
import { exposeText } from '@gangway/messages/web/bench/expose';
import { finderText } from '@gangway/messages/web/bench/finder';
import { focusText } from '@gangway/messages/web/bench/focus';
import { focusEditText } from '@gangway/messages/web/bench/focusEdit';
import { frameText } from '@gangway/messages/web/bench/frame';
import { movementsText } from '@gangway/messages/web/bench/movements';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { sectionText } from '@gangway/messages/web/bench/section';
import { stitchText } from '@gangway/messages/web/bench/stitch';
import { fieldHelp as h } from '@gangway/messages/web/fieldHelp';
import { jobsText } from '@gangway/messages/web/jobs';
import { proofText } from '@gangway/messages/web/proof';

/** The help of each field by its label; where a label stands twice, by the part of the page that it is in. */
const HELP: readonly (readonly [label: string, help: string, part?: string])[] = [
  [jobsText.place, h.place],
  [jobsText.latitude, h.latitude],
  [jobsText.longitude, h.longitude],
  [jobsText.timeZone, h.timeZone],
  [jobsText.day, h.day],
  [sceneText.subject, h.subject],
  [subjectsText.width, h.width],
  [subjectsText.height, h.height],
  [subjectsText.depth, h.depth],
  [subjectsText.storeys, h.storeys],
  [subjectsText.openingsInARow, h.openings],
  [subjectsText.facadeAngleRightSideAway, h.facadeAngle],
  [fieldsText.distance, h.distance],
  [fieldsText.toTheRight, h.toTheRight],
  [fieldsText.lensHeight, h.lensHeight],
  [fieldsText.turnedRight, h.yaw],
  [fieldsText.pitchedUp, h.pitch],
  [fieldsText.rolledClockwise, h.roll],
  [fieldsText.compassBearingOfView, h.compass],
  [fieldsText.obstacleBehindAt, h.obstacle],
  [sceneText.theSunOrALamp, h.sunNear],
  [subjectsText.heightOfTheWalls, h.wallHeight],
  [subjectsText.heightOfTheRidge, h.ridgeHeight],
  [subjectsText.ridgeRightOfTheMiddle, h.ridgeRight],
  [subjectsText.trusses, h.trusses],
  [subjectsText.stakeSpacing, h.stakeSpacing],
  [subjectsText.to, h.stakesTo],
  [subjectsText.heightOfAStake, h.stakeHeight],
  [subjectsText.heightOfTheTable, h.tableHeight],
  [subjectsText.widthOfTheThing, h.objectWidth],
  [subjectsText.heightOfTheThing, h.objectHeight],
  [subjectsText.lengthOfTheLabel, h.labelLength],
  [subjectsText.howMany, h.people],
  [subjectsText.betweenTwo, h.spacing],
  [subjectsText.lowerEdgeAboveTheGround, h.lowerEdge],
  [finderText.hour, h.hour],
  [movementsText.rise, h.rise],
  [movementsText.shift, h.shift],
  ['f/', h.aperture],
  [movementsText.focus, h.focus],
  [frameText.proportionThatIsKept, h.proportion],
  [frameText.vanishingPointRightOfCentre, h.vanishingRight],
  [frameText.vanishingPointAboveCentre, h.vanishingAbove],
  [fieldsText.printWidth, h.printWidth],
  [frameText.toleranceOnPrint, h.tolerancePrint],
  [frameText.leanAtTheEdgeOn, h.leanOnPurpose],
  [frameText.acceptableStretch, h.stretch],
  [focusText.tilt, h.tilt],
  [focusText.swing, h.swing],
  [focusEditText.rearTilt, h.rearTilt],
  [focusEditText.rearSwing, h.rearSwing],
  [sectionText.logDistance, h.logDistance],
  [sectionText.wedgeAt, h.wedgeAt],
  [focusText.pinAWholeThing, h.pinWhole],
  [focusText.howToPlaceThePlane, h.placePlane],
  [focusText.lensAboveThePlane, h.lensAbove],
  [focusText.planeRisesAway, h.planeRises],
  [focusText.railAtTheNearest, h.railNear],
  [focusText.railAtTheFarthest, h.railFar],
  [focusText.standardOfSharpness, h.standard],
  [limitsText.diagonalOver, h.diagonalOver],
  [limitsText.pixels, h.pixels],
  [limitsText.viewingDistance, h.viewingDistance],
  [fieldsText.softMeans, h.softFrom],
  [stitchText.whatTheMosaicIsFor, h.mosaicFor],
  [stitchText.overlapAtLeast, h.overlap],
  [stitchText.overlapCountedIn, h.overlapIn],
  [stitchText.direction, h.direction],
  [stitchText.whatMoves, h.whatMoves],
  [mosaicText.columns, h.columns],
  [mosaicText.rows, h.rows],
  [mosaicText.megapixels, h.megapixels],
  [mosaicText.wideToHigh, h.aspect],
  [mosaicText.pixelsToTheInch, h.pixelsToTheInch],
  [stitchText.printAt, h.printAt],
  [fieldsText.exposure, h.eachExposure],
  [fieldsText.bracketsAtEachPlace, h.bracketsEach],
  [fieldsText.settling, h.settling],
  [fieldsText.toTheNextPlace, h.nextPlace],
  [stitchText.what, h.zoneName],
  [fieldsText.freeOnTheCard, h.freeOnCard],
  [fieldsText.nearestThing, h.nearest],
  [fieldsText.farthestThing, h.farthest],
  [fieldsText.parallaxTolerance, h.parallax],
  [stitchText.aFlatFieldFrameAtEach, h.flatFields],
  [exposeText.meterReading, h.meterReading],
  [exposureText.readingAtF, h.readingF],
  [exposureText.readingTime, h.readingTime],
  [exposureText.readingEv, h.readingEv],
  [exposureText.meterSetToIso, h.meterIso],
  [exposeText.exposedAtIso, h.exposedIso],
  [exposeText.meteredThroughLensAndFilters, h.throughLens],
  [exposeText.aFilterBeforeTheLens, h.looseFilter],
  [exposeText.centreFilter2, h.centreFilter],
  [exposeText.exposedFor, h.exposedFor],
  [exposeText.exposureCompensation, h.compensation],
  [exposeText.shutter, h.shutter],
  [exposeText.steps, h.steps],
  [exposeText.marks, h.marks],
  [exposeText.shutterRelease, h.release],
  [exposeText.mirrorUpOrElectronicFirst, h.mirrorUp],
  [exposeText.flash, h.flash],
  [exposeText.flashReading, h.flashReading],
  [exposureText.flashReadingF, h.flashF],
  [exposureText.guideNumber, h.guideNumber],
  [exposureText.flashToSubject, h.flashDistance],
  [exposureText.pops, h.pops],
  [exposureText.recycleTime, h.recycle],
  [exposeText.reciprocity, h.reciprocity],
  [exposureText.exponent, h.exponent],
  [fieldsText.exposures, h.exposures],
  [fieldsText.apart, h.bracketStep],
  [exposeText.orderOfExposures, h.order],
  [exposeText.somethingMovesAcrossTheView, h.moves],
  [fieldsText.goes, h.speed],
  [fieldsText.off, h.movingDistance, 'moving'],
  [fieldsText.framesOfFilmLeft, h.filmLeft],
  [exposureText.wantedTime, h.wantedTime],
  [proofText.pixels, h.backPixels, 'back'],
  [proofText.pointsOfTheAperture, h.aperturePoints],
  [proofText.file, h.file, 'back'],
  [proofText.noise, h.noise],
  [proofText.thingsMove, h.subjectsMove],
  [proofText.logEachExposure, h.logEach],
  [proofText.shiftErrorSimulated, h.shiftError],
  [proofText.levelError, h.levelError],
  [proofText.driftOfLight, h.drift],
  [proofText.flatFieldFrames, h.flatFieldFrames],
  [proofText.takenByThisSetupsPlan, h.byPlan],
];

/**
 * What a field is for; `null` where nothing is said of it.
 *
 * @param label as it stands beside the field
 * @param part the part of the page that it is in, where that has a name
 */
export function helpOf(label: string, part: string | null): string | null {
  const all = HELP.filter(([each]) => each === label);
  return (all.find(([, , in_]) => in_ !== undefined && in_ === part) ?? all.find(([, , in_]) => in_ === undefined))?.[1] ?? null;
}
