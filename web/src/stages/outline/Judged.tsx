import { Section } from '../../shared/Section.tsx';
import { ChosenNodes } from './ChosenNodes.tsx';
import { Fairing } from './Fairing.tsx';
import { ShowSwitch } from './ShowSwitch.tsx';

/** Judging the outline: its lumps and its proportion. */
export function Judged() {
  return (
    <>
      <ChosenNodes />
      <Fairing />
      <Section title="To see it by">
        <ShowSwitch what="comb" words="Curvature comb" />
        <ShowSwitch what="silhouette" words="Silhouette, the body filled with ink" />
      </Section>
    </>
  );
}
