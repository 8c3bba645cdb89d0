// Conditions on file: what waits for clearance, what changes, and which faults then count as unsafe.
import type { Condition } from '@/core/knowledge/entries';

const condition = (id: string, name: string, caution: string, change: string, safetyFaults: string[] = []): Condition => ({ id, name, caution, change, safetyFaults });

export const conditions: readonly Condition[] = [
  condition('lowBoneDensity', 'low bone density', 'Loaded or far bending of the spine, loaded twisting and anything with a risk of falling wait for clearance.', 'Head stays down; bridge as one piece; standing and hands-and-knees work is welcome.'),
  condition('discTrouble', 'disc trouble or sciatica', 'Roll-over, loaded bending forward and two long legs wait for clearance. New weakness in heel, toes or back of the thigh: refer.', 'Neutral pelvis, small range.', ['tuck', 'lowBackPops']),
  condition('extensionSensitive', 'back that dislikes arching', 'Far backward bending and high bridges wait for clearance.', 'Neutral to a light imprint; bridge stays low.', ['arch', 'lowBackPops']),
  condition('lowBackPain', 'low back pain now', 'Two long legs, loaded bending either way, and anything harder than she holds without pain wait.', 'Find her window first; pain of 4 of 10, or rising, ends the exercise.', ['arch', 'lowBackPops']),
  condition('pelvicGirdlePain', 'pelvic girdle or sacroiliac pain', 'Wide, crossed or one-sided leg load and standing on one leg wait for clearance.', 'Both sides alike, knees together, small range; leg float only if painless.', ['roll']),
  condition('pelvicFloor', 'pelvic floor symptoms', 'Strong effort, held breath, two long legs and jumps wait for clearance.', 'Breath out first, light effort; leaking or heaviness stops the exercise.', ['overBraced']),
  condition('diastasis', 'abdominal separation', 'Curls with the head up, roll-up and full front support wait while the midline domes.', 'Leg float with support, breath out first; doming stops the exercise.'),
  condition('pregnancy', 'pregnancy', "Lying flat for long, prone, curls, rolling, held breath and risk of falling are out; the provider's advice on file leads.", 'On an incline, on the side, or on hands and knees; shorter holds.'),
  condition('afterBirth', 'recent birth', 'All but breathing and gentle positions wait for the provider.', 'Then as for abdominal separation and pelvic floor.'),
  condition('recentSurgery', 'recent abdominal or pelvic surgery', 'All but comfortable breathing waits for the surgeon.', 'After clearance: float and short levers; curls and long legs last.', ['arch', 'lowBackPops']),
  condition('hernia', 'hernia', 'Strong effort, held breath, curls and long levers wait; refer.', 'Light effort.', ['overBraced']),
  condition('neck', 'neck pain or neck surgery', 'Work with the head up and weight near the neck wait for clearance.', 'Head supported, legs higher; pressure felt in the neck stops the exercise.', ['chinUp', 'chinJam']),
  condition('highBloodPressure', 'high blood pressure, eye pressure or retina', 'Head lower than the heart, strong effort and held breath wait for clearance.', 'Head raised, slow changes.', ['overBraced']),
  condition('reflux', 'reflux', 'Head-down positions, and lying flat after a meal, are out.', 'On an incline.'),
  condition('heart', 'heart or stroke history, clots or blood thinners', 'Nothing before clearance for exercise; then as high blood pressure.', 'Light, watch the breath; no hard rollers with thinners.', ['overBraced']),
  condition('epilepsy', 'epilepsy', 'Standing alone on apparatus and head-down positions are out.', 'On the floor, with someone near.'),
  condition('arthritisFlare', 'inflammatory arthritis in flare', 'Loaded end range of the joints in flare waits.', 'Gentle range.'),
  condition('scoliosis', 'scoliosis', 'No forcing the sides to match; no loaded far twist or side bend.', 'Compare with her own neutral; props side by side as needed.'),
  condition('hip', 'hip replacement or hip labrum', "The surgeon's limits lead; until known, neither deep bend, crossing nor turning in, nor far back or out.", 'Small circles, knee not past the hip.'),
  condition('knee', 'knee pain or replacement', 'Kneeling, deep bend, pull on the shin and locked knees are out.', 'Hold behind the thigh; pad; less bend.'),
  condition('footCast', 'foot or ankle in a boot or cast', 'No straps or bar with that foot.', "Other side; the boot's weight counts."),
  condition('tailbone', 'tailbone pain', 'Rolling, balancing and sitting on hard ground are out.', 'Cushion, or on the side.'),
  condition('wrist', 'wrist trouble', 'No weight on a flat hand.', 'Fists, wedge or forearms.'),
  condition('shoulder', 'shoulder trouble', 'No weight on the arms and no arms overhead.', 'Arms by the sides.'),
  condition('hypermobility', 'very loose joints', 'No end range and no locked joints.', 'Soft knees, middle range, slow.'),
  condition('kyphosis', 'round upper back', 'Never force the head to the mat. If it is new or growing: refer.', 'Support under the head; low back first.', ['chinUp']),
  condition('deepLumbarCurve', 'deep low-back curve', 'Nothing is ruled out.', 'Towel roll sized to her own curve; smaller leg range.'),
  condition('hamstringCramp', 'hamstring cramp', 'Nothing is ruled out.', 'Heels nearer, warm up, smaller lift.'),
  condition('outerHip', 'outer hip pain', 'The bridge piece by piece waits.', 'Bridge as one piece.'),
  condition('dizziness', 'dizziness or balance trouble', 'Fast changes of level and standing on the carriage are out.', 'Slow; a hand to hold.'),
  condition('under16', 'under 16', 'Nothing is ruled out.', 'Half steps; one more clean set before moving up.'),
  condition('over75', 'over 75', 'Nothing is ruled out.', 'Half steps; one more clean set before moving up.'),
];
