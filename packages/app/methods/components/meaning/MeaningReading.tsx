import { useMemo } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { sceneOf } from '@wold/core/table/table';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, count, fixed, percent } from '@wold/core/writeup/format';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { useComponents, useOutcome } from '../results';
import { useNaming } from '../../../results/stages';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useTable } from '../../../store/TableContext';
import { Resulting } from '../../../readings/Problem';
import { FadeSlider } from '../../parts/meaning/FadeSlider';
import { usePixels } from '../../../pictures/usePixels';
import { Ledger } from './Ledger';
import { LoadingPictures } from './LoadingPictures';
import { useWordings } from '../../parts/meaning/useWordings';
import { ledgerPicture } from '../../parts/meaning/ledgerPicture';
import { takePicture } from '../../../charts/picture';
import { useMode } from '../../../theme/ThemeMode';
import { ledgerLines, ledgerNumbers } from './takenOut';
import { OtherColumns } from '../../parts/meaning/OtherColumns';
import { OutcomeView } from '../../parts/meaning/OutcomeView';
import { usePlacedColumns } from '../../parts/meaning/placedColumns';
import { Plane } from '../../parts/meaning/Plane';
import { RestingNames } from '../../parts/meaning/RestingNames';
import { quantitiesOf, QUANTITY_WORDS, type Quantity } from './quantity';
import { Choice } from '../../../controls/Choice';
import { useView } from '../../../store/useView';
import { bandAxis } from '../../../scenes/bandAxis';
import { useSplit } from '../../../readings/texts/useSplit';
import { AlongBands } from './AlongBands';
import { MEANING_VIEWS } from './views';
import { WordsView } from './WordsView';
import styles from '../../parts/meaning/MeaningReading.module.css';

/** What do they mean? The ledger of loadings, the plane of two dimensions, and the scores against other columns. */
export function MeaningReading({ reduction }: { reduction: ReductionBy<'components'> }) {
  const components = useComponents(reduction);
  return (
    <Resulting reading={components}>
      {value => <Meaning reduction={reduction} components={value} />}
    </Resulting>
  );
}

function Meaning({
  reduction,
  components,
}: {
  reduction: ReductionBy<'components'>;
  components: Components;
}) {
  const table = useTable();
  const { matrix } = table;
  const axis = useMemo(() => bandAxis(table, components.measures), [table, components.measures]);
  // A table of relations has no scores.
  const pictures = usePixels();
  const split = useSplit();
  // A scene is read along its bands; elsewhere that is one more way to see the ledger.
  const ofScene = sceneOf(table) !== null;
  const ordered = ofScene
    ? MEANING_VIEWS
    : MEANING_VIEWS.toSorted(([a], [b]) => Number(a === 'along') - Number(b === 'along'));
  const views = ordered.filter(
    ([view]) =>
      (matrix === null || view === 'ledger' || view === 'plane') &&
      (view !== 'words' || split !== null) &&
      (view !== 'along' || axis !== null) &&
      (view !== 'pictures' || pictures !== null),
  );
  const [view, setView] = useView(
    'meaning',
    views.map(([name]) => name),
  );
  const wordingOf = useWordings();
  const { tokens } = useMode();
  const { names: named } = useNaming(reduction);
  const names = Array.from({ length: components.kept }, (_, d) => dimensionName(named, d + 1));
  const quantities = quantitiesOf(components);
  const [quantity, setQuantity] = useView('ledger', quantities, 'figures');
  // Weights of minor dimensions are as large as those of the others, so that their lines can be read.
  const lines = quantities.toSorted((a, b) => Number(b === 'coefficients') - Number(a === 'coefficients'));
  const [line, setLine] = useView('along the bands', lines, 'lines');
  return (
    <div className={styles.reading}>
      <div className={styles.head}>
        <ViewSwitch views={views} view={view} onView={setView} />
        {view === 'along' && (
          <Choice
            label="What the lines show"
            labelled="unseen"
            value={line}
            options={lines.map(name => [name, name])}
            title={QUANTITY_WORDS[line]}
            onChoose={setLine}
          />
        )}
        {view === 'ledger' && (
          <LedgerChoices
            reduction={reduction}
            quantities={quantities}
            quantity={quantity}
            onQuantity={setQuantity}
          />
        )}
        {view === 'ledger' && (
          <TakeOutMenu
            label="Ledger"
            fileStem={`${fileStem(reduction.name)}-ledger`}
            numbers={() => ledgerNumbers(components, quantity, names, wordingOf)}
            onPicture={kind => {
              const { size, option } = ledgerPicture(
                ledgerLines(components, quantity, names, wordingOf, reduction.settings),
                tokens,
              );
              takePicture(kind, size, option, `${fileStem(reduction.name)}-ledger`, tokens.paper);
            }}
          />
        )}
      </div>
      <RestingNames reduction={reduction} structure={componentsPlacement(components).structure} />
      {components.rotation !== null && <Rotated reduction={reduction} components={components} />}
      {view === 'words' && <WordsView reduction={reduction} components={components} />}
      {view === 'along' && axis !== null && (
        <AlongBands {...{ reduction, components, axis, names }} quantity={line} />
      )}
      {view === 'ledger' && matrix !== null && (
        <Ledger reduction={reduction} components={components} quantity={quantity} placed={[]} />
      )}
      {view === 'ledger' && matrix === null && (
        <LedgerWithPlaced reduction={reduction} components={components} quantity={quantity} />
      )}
      {view === 'plane' && (
        <div className={styles.plane}>
          <Plane reduction={reduction} placement={componentsPlacement(components)} />
        </div>
      )}
      {view === 'pictures' && pictures !== null && (
        <LoadingPictures pictures={pictures} components={components} names={names} />
      )}
      {view === 'columns' && (
        <OtherColumns reduction={reduction} measures={components.measures} spread={spreadOf(components)} />
      )}
      {view === 'outcome' && <OutcomeView reduction={reduction} useOutcome={useOutcome} />}
    </div>
  );
}

/** Standard deviations of the scores; rotated ones are 1. */
const spreadOf = ({ rotation, variances }: Components): number[] =>
  [...variances].map(variance => (rotation === null ? Math.sqrt(variance) : 1));

interface LedgerWithPlacedProps {
  readonly reduction: ReductionBy<'components'>;
  readonly components: Components;
  readonly quantity: Quantity;
}

function LedgerWithPlaced(props: LedgerWithPlacedProps) {
  return props.reduction.settings.placed.length === 0 ? (
    <Ledger {...props} placed={[]} />
  ) : (
    <LedgerAndPlaced {...props} />
  );
}

function LedgerAndPlaced(props: LedgerWithPlacedProps) {
  return <Ledger {...props} placed={usePlacedColumns(props.reduction)} />;
}

/** What a rotation means for the figures: what is held together, and how oblique dimensions correlate. */
function Rotated({
  reduction,
  components,
}: {
  reduction: ReductionBy<'components'>;
  components: Components;
}) {
  const { kept, shares, rotation } = components;
  const together = shares.slice(0, kept).reduce((sum, share) => sum + share, 0);
  const { names } = useNaming(reduction);
  const phi = rotation!.phi;
  const name = (d: number) => dimensionName(names, d + 1);
  const pairs = Array.from({ length: kept }, (_, a) =>
    Array.from({ length: kept - a - 1 }, (_b, b) => [a, a + 1 + b] as const),
  ).flat();
  return (
    <p className={`${styles.rotated} small`}>
      <span className="soft">
        Rotated{' '}
        {rotation!.method === 'promax' ? `obliquely by promax, power ${rotation!.power}` : 'by varimax'}, with
        Kaiser’s normalisation; together the {kept} hold {percent(together, 1)}
        {phi === null ? '.' : ', of which their shares overlap.'}
        {rotation!.optima > 1 &&
          ` Of ${rotation!.starts} starts ${rotation!.reached} ended here, the others at ${count(rotation!.optima - 1, 'worse end')}.`}
      </span>
      {phi !== null && (
        <>
          {' '}
          Correlations of the dimensions:{' '}
          {pairs.slice(0, 10).map(([a, b], index) => (
            <span key={`${a} ${b}`}>
              {index > 0 && ', '}
              {name(a)} with {name(b)} <strong>{coefficient(phi.values[b * kept + a]!)}</strong>
            </span>
          ))}
          {pairs.length > 10 && ' …'}
        </>
      )}
      {!rotation!.converged && (
        <strong> The rotation did not settle in {rotation!.iterations} iterations.</strong>
      )}
    </p>
  );
}

interface LedgerChoicesProps {
  readonly reduction: ReductionBy<'components'>;
  readonly quantities: readonly Quantity[];
  readonly quantity: Quantity;
  readonly onQuantity: (quantity: Quantity) => void;
}

/** What the ledger's cells hold, and from where they fade. */
function LedgerChoices({ reduction, quantities, quantity, onQuantity }: LedgerChoicesProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <>
      <Choice
        label="What the cells hold"
        labelled="unseen"
        value={quantity}
        options={quantities.map(name => [name, name])}
        title={QUANTITY_WORDS[quantity]}
        onChoose={onQuantity}
      />
      <div className={styles.fade}>
        <span className="soft small" id="fade-name">
          fade under {fixed(reduction.settings.fade, 2)}
        </span>
        <FadeSlider
          value={reduction.settings.fade}
          onChange={fade => edit(withSettings(recipe, reduction, { fade }), `fade ${reduction.id}`)}
        />
      </div>
    </>
  );
}
