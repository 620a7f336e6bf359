import { writeMm, writeQuantity } from '../../entry/wording';
import { ForceBand } from '../kit/ForceBand';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { scaled, type Drawn, type SceneInput } from '../scene';
import { Hub } from './Hub';
import { Key, Nose } from './Nose';
import { fitOf } from './fitOf';

/** The fit: nose and hub seated to scale, the interference against its limits, the force that it will take. */
export function fit({ sheet, task, step, reader }: SceneInput): Drawn {
  const found = fitOf(task);
  const s = scaled([150, 268], 2.42);
  const balancer = sheet.balancer!;
  const interference = step.now.call?.checks.filter((c) => c.name === 'interference') ?? [];
  return {
    title: 'Nose and hub as they will sit, to scale; the interference and the force it takes',
    places: {},
    ...(found && {
      twin: [
        [
          'Interference',
          `${writeMm(found.interferenceMm.mean, reader, 0.001)} ± ${writeMm(found.interferenceMm.uncertainty, reader, 0.001)}`,
        ],
        [
          'Least to most',
          `${writeMm(found.interferenceMm.least, reader, 0.001)} to ${writeMm(found.interferenceMm.most, reader, 0.001)}`,
        ],
        ['Nose at 20 °C', writeMm(found.shaft.meanMm, reader, 0.001)],
        ['Bore at 20 °C', writeMm(found.hub.meanMm, reader, 0.001)],
        [
          'Press force when home',
          [found.pressForceN.low, found.pressForceN.high]
            .map((value) => writeQuantity({ value, dimension: 'force', resolution: 100 }, reader))
            .join(' to '),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={-balancer.seatedDepthMm} />
        <Key sheet={sheet} s={s} />
        <ScaleBar at={[24, 478]} px={s.len(20)} words={writeMm(20, reader, 1)} />
        {found ? (
          <>
            <Words at={[330, 96]} size={20}>
              {`nose ${writeMm(found.shaft.meanMm, reader, 0.001)}`}
            </Words>
            <Words at={[330, 124]} size={20}>
              {`bore ${writeMm(found.hub.meanMm, reader, 0.001)}`}
            </Words>
            <Words at={[330, 152]}>both at 20 °C, means</Words>
            <Words at={[330, 204]} size={20}>
              {`hub stress ${writeQuantity({ value: found.hub.equivalentMpa, dimension: 'pressure', resolution: 1 }, reader)}`}
            </Words>
            <Words
              at={[330, 232]}
            >{`${writeQuantity({ value: found.hub.yieldShare, dimension: 'share', resolution: 0.01 }, reader)} of yield at the tightest`}</Words>
            <Words at={[330, 284]} size={20}>
              {`holds ${writeQuantity({ value: found.slipTorqueNm.low, dimension: 'torque', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[330, 312]}>by itself, without its key</Words>
            <Words at={[600, 84]} bold size={24} tone="mark">
              {`interference ${writeMm(found.interferenceMm.mean, reader, 0.001)} ± ${writeMm(found.interferenceMm.uncertainty, reader, 0.001)}`}
            </Words>
            <LimitScale
              at={[600, 122]}
              width={420}
              checks={interference}
              reader={reader}
              marks={[
                { value: found.interferenceMm.least, words: 'least' },
                { value: found.interferenceMm.most, words: 'most' },
              ]}
            />
            <ForceBand curve={found.curve} reader={reader} x={650} y={252} width={370} height={196} />
          </>
        ) : (
          <Words at={[600, 250]} size={22}>
            {step.blockedBy ?? 'Measure nose and bore first.'}
          </Words>
        )}
      </>
    ),
  };
}
