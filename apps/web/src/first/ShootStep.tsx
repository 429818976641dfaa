import { firstText } from '@gangway/messages/web/first';
import type { Shoots } from '@gangway/core/rig/usualRigs';
import { Building2, Combine, Hand, Mountain, Package, type LucideIcon } from 'lucide-react';
import { Choice } from './Choice';
import { Question } from './Question';

const CHOICES: readonly { readonly shoots: Shoots; readonly title: string; readonly help: string; readonly Icon: LucideIcon }[] = [
  { shoots: 'architecture', title: firstText.architecture, help: firstText.architectureHelp, Icon: Building2 },
  { shoots: 'products', title: firstText.products, help: firstText.productsHelp, Icon: Package },
  { shoots: 'landscape', title: firstText.landscape, help: firstText.landscapeHelp, Icon: Mountain },
  { shoots: 'adapted', title: firstText.adapted, help: firstText.adaptedHelp, Icon: Combine },
  { shoots: 'freelensing', title: firstText.freelensing, help: firstText.freelensingHelp, Icon: Hand },
];

/** What somebody mostly photographs, or how. */
export function ShootStep({ chosen, onChoose }: { readonly chosen: Shoots; readonly onChoose: (shoots: Shoots) => void }) {
  return (
    <Question title={firstText.whatDoYouShoot} help={firstText.whatDoYouShootHelp}>
      {CHOICES.map(({ shoots, title, help, Icon }) => (
        <Choice
          key={shoots}
          name="shoots"
          chosen={chosen === shoots}
          onChoose={() => onChoose(shoots)}
          picture={<Icon size={28} strokeWidth={1.4} className="shrink-0 text-accent" aria-hidden />}
          title={title}
          help={help}
        />
      ))}
    </Question>
  );
}
