import { useId } from "react";
import { createPortal } from "react-dom";

/**
 * A form of its own for one field, by its `form` attribute: the id, and the element to draw beside the field.
 *
 * A browser's filling-in takes all fields outside forms for one form and guesses anew at every key what each of them may be:
 * 30 ms of a processor a key on a page of lengths, taken from the drawing and from a server on the same machine. A form of one
 * field is passed over. It stands at the end of the page, for a field may be within another form, and forms do not nest.
 */
export function useOwnForm() {
  const id = `${useId()}-form`;
  return [id, createPortal(<form id={id} hidden />, document.body)] as const;
}
