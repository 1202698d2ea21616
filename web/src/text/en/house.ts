/** The house. */
export const house = {
  house: {
    title: 'The house',
    name: 'Name',
    kit: 'Air and shelf',
    shelf: 'Shelf',
    currency: 'Money',
    lead: 'From ordering to having it',
    orderFor: 'An order lasts',
    toKit: 'Rods, pins, bands and the rest are counted on the shelf, under Kit.',
    schools: 'Ways of working',
    schoolsHint:
      'A head may want it otherwise, and a plan may change it; every plan says who chose.',
    rules: 'House values',
    rulesHint: 'Within what is safe. Every plan that uses them says so.',
    mask: 'A mask sits at least',
    films: 'Films, times the usual',
    paces: 'Minutes of shaping, times the usual',
    wear: 'Days of wear',
    people: 'People and roles',
    save: 'Save the house',
    met: 'Somebody else changed the house meanwhile. Their changes are taken over; look, then save again.',
    metBoth:
      'Somebody else changed the house meanwhile. Where both of you did, choose at the field; then save again.',
    saved: 'saved',
    learned: 'Drying here takes ×{factor} of the forecast, learned from {n} opened sets.',
  },
}
