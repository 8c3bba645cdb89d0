// Holding moments of legs by an independent rigid-body engine. JSON in on standard input: cases; JSON out: N·m about each hip.
// A case: segments of one leg (kg, m, share), legs with thigh elevation, knee bend and ankle weight, and a rope (N, m) or none.
import { readFileSync } from 'node:fs';
import load from 'mujoco-js';

const rad = (deg) => (deg * Math.PI) / 180;
const mass = (kg) => `mass="${Math.max(kg, 1e-9)}" diaginertia="1e-6 1e-6 1e-6"`;

/** x toward the head, z up, the hips at the origin; hinges across. Each leg has its own plane: legs do not touch. */
function model({ segments: { thigh, shank, foot }, legs, rope }) {
  const bodies = legs.map(
    ({ ankleWeightKg = 0 }, i) => `
      <body name="thigh${i}" pos="0 ${0.2 * i} 0">
        <joint name="hip${i}" type="hinge" axis="0 1 0"/>
        <inertial pos="${-thigh.centre * thigh.lengthM} 0 0" ${mass(thigh.kg)}/>
        <body name="shank${i}" pos="${-thigh.lengthM} 0 0">
          <joint name="knee${i}" type="hinge" axis="0 1 0"/>
          <inertial pos="${-shank.centre * shank.lengthM} 0 0" ${mass(shank.kg)}/>
          <body name="foot${i}" pos="${-shank.lengthM} 0 0">
            <inertial pos="0 0 0" ${mass(foot.kg + ankleWeightKg)}/>
            <site name="ankle${i}"/>
          </body>
        </body>
      </body>`,
  );
  const pulleys = rope
    ? legs.map((_, i) => `<site name="pulley${i}" pos="${rope.towardHeadM} ${0.2 * i} ${rope.upM}"/>`).join('')
    : '';
  const tendons = rope
    ? `<tendon>${legs.map((_, i) => `<spatial name="rope${i}"><site site="ankle${i}"/><site site="pulley${i}"/></spatial>`).join('')}</tendon>
       <actuator>${legs.map((_, i) => `<general tendon="rope${i}" gainprm="${-rope.tensionN}"/>`).join('')}</actuator>`
    : '';
  return `<mujoco><size memory="200K"/><option gravity="0 0 -9.81"><flag contact="disable"/></option>
    <worldbody>${pulleys}${bodies.join('')}</worldbody>${tendons}</mujoco>`;
}

const engine = await load();
const answers = JSON.parse(readFileSync(0, 'utf8')).map((one) => {
  engine.FS.writeFile('/legs.xml', model(one)); // in the engine's own memory
  const built = engine.MjModel.loadFromXML('/legs.xml');
  const data = new engine.MjData(built);
  one.legs.forEach(({ thighDeg, kneeDeg }, i) => {
    data.qpos[2 * i] = rad(thighDeg);
    data.qpos[2 * i + 1] = -rad(kneeDeg);
    if (one.rope) data.ctrl[i] = 1;
  });
  engine.mj_forward(built, data); // what the ropes give
  const given = one.legs.map((_, i) => data.qfrc_actuator[2 * i]);
  for (let i = 0; i < built.nv; i += 1) data.qacc[i] = 0;
  engine.mj_inverse(built, data); // what standing still asks
  const asked = one.legs.map((_, i) => data.qfrc_inverse[2 * i]);
  data.delete();
  built.delete();
  return asked.map((nm, i) => nm - given[i]);
});
process.stdout.write(JSON.stringify(answers));
