import { Unreadable } from '#core/svg/unreadable'

/** A PDF that is protected by a password: none was given, or a wrong one. */
export class NeedsPassword extends Unreadable {
  override name = 'NeedsPassword'
}
