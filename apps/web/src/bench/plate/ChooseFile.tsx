import { plateText } from '@gangway/messages/web/bench/plate';
import { useParams } from 'react-router';
import { choosePlate } from './choosePlate';
import { ChoosePicture } from './ChoosePicture';

/** Chooses a photograph of the place from this device. */
export function ChooseFile({ look = 'plain', label = plateText.choose }: { readonly look?: 'main' | 'plain'; readonly label?: string }) {
  const { jobId = '', setupId = '' } = useParams();
  return <ChoosePicture look={look} label={label} onChoose={(file) => choosePlate({ jobId, setupId }, file)} />;
}
