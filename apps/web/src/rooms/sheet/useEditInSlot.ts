import type { LayerIn } from '@plucky/core/form';
import { useNavigate } from 'react-router';
import { editInSlot } from '../../session/groove.ts';

/** Opens a layer of a slot in the groove room's rows, to be edited in that slot only. */
export function useEditInSlot(): (at: LayerIn) => void {
  const navigate = useNavigate();
  return (at) => {
    editInSlot(at);
    void navigate('../groove', { relative: 'path' });
  };
}
