import { EngineStrip, type StripProps } from './EngineStrip';
import { grouped, labelWidth } from './stripLabels';

/** The strip on a phone: as wide as its labels need, scrolled to where the work is. */
export const ScrolledStrip = (props: StripProps) => (
  <div className="shrink-0 overflow-x-auto bg-page" role="group" aria-label="The engine">
    <div
      className="min-w-full"
      style={{ width: grouped(props.places).reduce((sum, l) => sum + labelWidth(l.text) + 16, 0) }}
    >
      <EngineStrip {...props} />
    </div>
  </div>
);
