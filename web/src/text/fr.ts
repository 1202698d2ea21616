/** What clients read on their own page, in French; the rest of the interface stays English. */
import type { Catalogue } from './catalogue'

type Part<Shape> = {
  [Key in keyof Shape]?: Shape[Key] extends object ? Part<Shape[Key]> : Shape[Key]
}

export const fr: Part<Catalogue> = {
  app: {
    loading: 'Chargement…',
    offline:
      'Le serveur du salon ne répond pas. Rien de ce que vous avez écrit n’est perdu. Réessayez dans un instant.',
  },
  person: { nights: { scarf: 'un foulard', bonnet: 'un bonnet', none: 'rien' } },
  wear: {
    ways: {
      styler_spray: 'un spray coiffant',
      water: 'de l’eau',
      oil: 'de l’huile',
      retwist: 'de nouvelles torsades',
    },
    signs: {
      itch: 'démangeaisons',
      flakes: 'pellicules',
      pain: 'douleur',
      sores: 'plaies',
      loss: 'chute soudaine de cheveux',
    },
  },
  looks: { take: 'Prendre ou choisir une photo', sending: 'envoi…' },
  opening: {
    page: 'Ouvrir vos cheveux',
    from: 'À partir de {moment}.',
    title: 'Avant d’ouvrir',
    feel: 'Comment sont les racines au toucher ?',
    feels: { dry: 'sèches', damp_roots: 'un peu humides', wet: 'mouillées' },
    when: 'Ouvert',
    ago: 'à l’instant | il y a {n} heure | il y a {n} heures',
    opened: 'C’est ouvert',
    openedDamp: 'C’est ouvert quand même',
  },
  checkin: {
    todayAs: 'Aujourd’hui : {look}',
    todayMorning: 'Matin',
    todayNight: 'Nuit',
    picture: 'Ajouter une photo de dos (facultatif)',
    mayKeep: 'Le salon peut garder cette photo',
    shown: 'Photo envoyée. Merci !',
    shotWaits: 'Gardée sur ce téléphone. La photo part dès que vous êtes en ligne.',
    stop: 'Ne plus recevoir de messages',
    stopped: 'Vous ne recevrez plus de messages.',
    title: 'Comment tiennent vos cheveux ?',
    about: '{style}, par {salon}',
    looks: 'Comment sont-ils aujourd’hui ?',
    scale: ['plus rien', 'faiblit', 'correct', 'bien', 'comme neuf'],
    more: 'Autre chose ?',
    dry: 'Était-ce sec à l’ouverture ?',
    yes: 'oui',
    no: 'non',
    slept: 'La nuit dernière, je portais',
    refreshed: 'J’ai rafraîchi avec',
    nothing: 'rien',
    signs: 'Quelque chose vous gêne ?',
    note: 'Ce que vous voulez nous dire',
    day: 'Jour',
    send: 'Envoyer au salon',
    sent: 'Envoyé. Merci !',
    waits: 'Gardé sur ce téléphone. Envoyé dès que vous êtes en ligne.',
    told: 'Vous avez répondu : {days}.',
    ended: 'Ce lien n’est plus valable. Demandez-en un nouveau à votre salon.',
    private: 'Seul votre salon voit ceci. Rien ici n’est un avis médical.',
  },
}
