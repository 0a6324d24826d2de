import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { discriminantPlacement } from '@wold/core/methods/discriminant/placement';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { takePicture } from '../../../charts/picture';
import { Choice } from '../../../controls/Choice';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { useNaming } from '../../../results/stages';
import { useView } from '../../../store/useView';
import { useMode } from '../../../theme/ThemeMode';
import { ledgerPicture } from '../../parts/meaning/ledgerPicture';
import { RestingNames } from '../../parts/meaning/RestingNames';
import { useWordings } from '../../parts/meaning/useWordings';
import { useDiscriminant, type DiscriminantReduction } from '../results';
import { AxesLedger } from './AxesLedger';
import { AXES_QUANTITIES, AXES_QUANTITY_WORDS } from './quantity';
import { axesLedgerLines, axesLedgerNumbers } from './takenOut';
import styles from '../../parts/meaning/MeaningReading.module.css';

/** What do they mean? The ledger of structure and coefficients. */
export function AxesMeaningReading({ reduction }: { reduction: DiscriminantReduction }) {
  const found = useDiscriminant(reduction);
  return <Resulting reading={found}>{value => <Meaning reduction={reduction} found={value} />}</Resulting>;
}

function Meaning({ reduction, found }: { reduction: DiscriminantReduction; found: Discriminant }) {
  const [quantity, setQuantity] = useView('axes ledger', AXES_QUANTITIES, 'figures');
  const wordingOf = useWordings();
  const { tokens } = useMode();
  const { names: named } = useNaming(reduction);
  const names = Array.from({ length: found.kept }, (_, d) => dimensionName(named, d + 1));
  const placement = discriminantPlacement(found);
  const stem = `${fileStem(reduction.name)}-ledger`;
  return (
    <div className={styles.reading}>
      <div className={styles.head}>
        <Choice
          label="What the cells hold"
          labelled="unseen"
          value={quantity}
          options={AXES_QUANTITIES.map(name => [name, AXES_QUANTITY_WORDS[name][0]])}
          title={AXES_QUANTITY_WORDS[quantity][1]}
          onChoose={setQuantity}
        />
        <TakeOutMenu
          label="Ledger"
          fileStem={stem}
          numbers={() => axesLedgerNumbers(found, quantity, names, wordingOf)}
          onPicture={kind => {
            const { size, option } = ledgerPicture(
              axesLedgerLines(found, quantity, names, wordingOf, reduction.settings.fade),
              tokens,
            );
            takePicture(kind, size, option, stem, tokens.paper);
          }}
        />
      </div>
      <RestingNames reduction={reduction} structure={placement.structure} />
      <AxesLedger reduction={reduction} found={found} quantity={quantity} />
    </div>
  );
}
