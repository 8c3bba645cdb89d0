import type { Correction } from '@/core/knowledge/entries';

export const corrections: readonly Correction[] = [
  // arch, low back lifting
  { id: 'breatheFirst', kind: 'verbal', faults: ['arch', 'lowBackPops', 'flare'], prior: 0.5, say: 'Breathe out first, then let the knee come.', because: 'Breath leads, leg follows: the low belly is on before the leg weighs.' },
  { id: 'hipBonesToRibs', kind: 'verbal', faults: ['arch', 'lowBackPops'], prior: 0.45, say: 'Keep both hip bones as near to your ribs as they are now.', because: 'Names the two ends that must not part as the leg moves.' },
  { id: 'bowlOfWater', kind: 'image', faults: ['arch', 'tuck', 'roll'], prior: 0.45, say: 'Your pelvis holds a full washing-up bowl. Lift the leg and keep the floor dry.', because: 'One picture for level in every direction.' },
  { id: 'handUnderBack', kind: 'touch', faults: ['arch', 'lowBackPops', 'tuck'], prior: 0.5, say: 'My hand lies under your low back: keep the same light weight on it.', because: 'She feels at once when the back leaves, or squashes, the hand.' },
  {
    id: 'padUnderBack', kind: 'prop', faults: ['arch', 'lowBackPops'], prior: 0.55, prop: 'thinPad', say: 'Keep the pad touched, neither squeezed nor left.', because: 'The pad tells the low back what words cannot.',
  },
  { id: 'smallerLift', kind: 'modification', faults: ['arch', 'lowBackPops'], prior: 0.52, say: 'Stop where the heel has only just left the floor.', because: 'A shorter way for the leg: half the time under load.' },
  { id: 'heelPeel', kind: 'stepBack', faults: ['arch', 'lowBackPops', 'roll', 'flare'], exercises: ['legFloat', 'march'], prior: 0.55, say: 'Peel the heel only; the toes stay.', because: 'The floor keeps carrying the leg while the trunk learns to go first.' },
  // tuck
  { id: 'tailHeavy', kind: 'verbal', faults: ['tuck'], prior: 0.5, say: 'Let the back of the pelvis stay heavy as the knee comes in.', because: 'The weight stays where it was; only the hip folds.' },
  { id: 'kneeOnString', kind: 'image', faults: ['tuck', 'tabletopLost'], prior: 0.45, say: 'The knee hangs from a string straight above the hip.', because: 'The fold is at the hip; the knee goes no further than vertical.' },
  { id: 'towelInHollow', kind: 'prop', faults: ['tuck'], prior: 0.5, prop: 'rolledTowel', say: 'Rest on the roll without pressing it flat.', because: 'Her own hollow is filled, so there is nothing to press into.', notWith: [{ condition: 'extensionSensitive', why: 'A roll under the low back does not suit a back that dislikes arching.' }] },
  { id: 'openHip', kind: 'modification', faults: ['tuck'], prior: 0.5, say: 'Feet a hand farther from the seat, and stop the thigh short of vertical.', because: 'A more open hip leaves the pelvis room to stay.' },
  { id: 'slideFoot', kind: 'stepBack', faults: ['tuck', 'overBraced', 'tabletopLost'], exercises: ['legFloat', 'march'], prior: 0.55, say: 'Slide the heel nearer and away on the mat; do not lift.', because: 'The hip folds with the floor under the foot.' },
  // ribs
  { id: 'ribsToPockets', kind: 'verbal', faults: ['flare'], prior: 0.5, say: 'As you breathe out, slide the front ribs toward your pockets.', because: 'The long breath out brings the ribs back where they belong.' },
  { id: 'sandFromRibs', kind: 'image', faults: ['flare', 'overBraced'], prior: 0.4, say: 'Your ribcage is a sack of dry sand: let it settle wide on the mat.', because: 'Weight into the back of the ribs, without pushing.' },
  { id: 'bandRoundRibs', kind: 'prop', faults: ['flare', 'overBraced'], prior: 0.5, prop: 'elasticBand', say: 'Breathe wide into the band, and let it draw you in again.', because: 'The band answers every breath, so the ribs learn both ways.' },
  { id: 'inclineForRibs', kind: 'prop', faults: ['flare'], prior: 0.45, prop: 'inclinePillow', say: 'Lie back into the slope and let the low ribs rest.', because: 'A stiff upper back is met half-way.' },
  { id: 'armsDown', kind: 'modification', faults: ['flare'], prior: 0.5, say: 'Arms by your sides, palms up.', because: 'Arms overhead or pressing pull the ribs along.' },
  { id: 'halfTheEffort', kind: 'verbal', faults: ['overBraced', 'chinJam'], prior: 0.5, say: 'Do it again with half the effort.', because: 'The least that keeps the level is enough.' },
  { id: 'hum', kind: 'verbal', faults: ['overBraced'], prior: 0.45, say: 'Hum as the leg lifts.', because: 'Nobody can hum and hold her breath.' },
  { id: 'calvesOnBox', kind: 'modification', faults: ['overBraced', 'tabletopLost'], prior: 0.5, prop: 'box', say: 'Rest both calves on the box and float one leg off it.', because: 'Less to hold, so less to clamp.' },
  // head
  { id: 'longBackOfNeck', kind: 'verbal', faults: ['chinUp'], prior: 0.5, say: 'Let the back of your skull grow heavy and long.', because: 'The chin follows without being pulled.' },
  { id: 'eyesOnCeiling', kind: 'verbal', faults: ['chinUp', 'chinJam'], prior: 0.45, say: 'Rest your eyes on the ceiling right above you.', because: 'Where the eyes go, the face goes.' },
  { id: 'plumUnderChin', kind: 'image', faults: ['chinUp', 'chinJam'], prior: 0.45, say: 'Keep room for a ripe plum under your chin: neither dropped nor squashed.', because: 'One picture for both directions.' },
  { id: 'towelUnderSkull', kind: 'prop', faults: ['chinUp'], prior: 0.6, prop: 'foldedTowel', say: 'Let the towel carry all of your head.', because: 'A round upper back needs the floor to come up to the skull.' },
  { id: 'lowerTowel', kind: 'modification', faults: ['chinJam'], prior: 0.55, say: 'One fold less under the skull.', because: 'The support is too high for this neck.' },
  { id: 'towelThinner', kind: 'prop', faults: ['chinJam'], prior: 0.5, prop: 'foldedTowel', say: 'A single thickness, under the skull only.', because: 'Enough to rest on, not enough to push the chin down.' },
  { id: 'headRestFirst', kind: 'stepBack', faults: ['chinUp', 'chinJam'], prior: 0.55, say: 'Stay with the head: three breaths, legs down, nod small and settle.', because: 'The neck lets go before the leg asks for anything.' },
  { id: 'shorterSet', kind: 'modification', faults: ['chinUp'], prior: 0.5, say: 'Two repetitions, then let the head settle again.', because: 'The neck joins in when she tires.' },
  // roll
  { id: 'standingFoot', kind: 'verbal', faults: ['roll'], prior: 0.5, say: 'Press the standing foot as the other one leaves.', because: 'The side that stays does half of the work.' },
  { id: 'ballBetweenKnees', kind: 'prop', faults: ['roll'], prior: 0.45, prop: 'smallBall', say: 'Hold the ball as lightly as an egg.', because: 'Both thighs point the same way, so the pelvis has no reason to turn.', notWith: [{ condition: 'pelvicGirdlePain', why: 'Squeezing between the knees can sting with pain at the front of the pelvis.' }] },
  { id: 'handsOnHipBones', kind: 'modification', faults: ['roll'], prior: 0.5, say: 'Your own fingers on your hip bones: lift only as far as they stay level.', because: 'She sees with her hands what she cannot see from there.' },
  // tabletop
  { id: 'kneeOverHip', kind: 'verbal', faults: ['tabletopLost'], prior: 0.55, say: 'Knee straight above the hip, shin like a shelf.', because: 'Two directions, one place: always the same load.' },
  { id: 'boxUnderCalf', kind: 'prop', faults: ['tabletopLost'], prior: 0.5, prop: 'box', say: 'Meet the box with the calf, and leave it again.', because: 'The box shows where tabletop is.' },
];
