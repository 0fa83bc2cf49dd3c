/**
 * What columns of class lists are called, in the languages of Europe's larger schools and some others: in lower case,
 * without accents (see `plainHeading` in readClassList).
 */
const words = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .split(',')
      .map((word) => word.trim())
      .filter(Boolean),
  );

/** The whole name, or the given name. */
export const NAME_HEADINGS = words(`
  name, names, learner, learners, pupil, pupils, student, students, child, children, full name, first name, firstname,
  given name, given names, forename, learner name, pupil name, student name,
  vorname, rufname, schuler, schulerin, schuler in, kind, vollstandiger name,
  prenom, prenoms, eleve, eleves, nom et prenom, nom complet, nom prenom,
  nombre, nombres, alumno, alumna, alumnos, nombre completo, nombre y apellidos, estudiante,
  nome, alunno, alunna, studente, nome completo, nome proprio, aluno, aluna,
  voornaam, roepnaam, leerling, volledige naam, naam,
  imie, uczen, uczennica, imie i nazwisko,
  fornamn, elev, namn, fornavn, navn, etunimi, oppilas, nimi,
  jmeno, zak, meno, ziak, ime, ucenik, keresztnev, utonev, tanulo, prenume, elev,
  ad, adi, ogrenci, ogrenci adi, adi soyadi, ad soyad,
  имя, ученик, имя и фамилия, ім я, учень, име, ονομα, μαθητης, שם, שם פרטי, الاسم, الاسم الأول, 名, 姓名, 名字, 이름, 氏名
`);

export const FAMILY_HEADINGS = words(`
  family name, familyname, last name, lastname, surname, second name,
  nachname, familienname, zuname, nom, nom de famille, apellido, apellidos, primer apellido,
  cognome, sobrenome, apelido, ultimo nome, achternaam, familienaam, nazwisko, efternamn, etternavn, efternavn,
  sukunimi, prijmeni, priezvisko, prezime, vezeteknev, csaladnev, nume, nume de familie, soyad, soyadi,
  фамилия, прізвище, фамилно име, επωνυμο, שם משפחה, اسم العائلة, 姓, 성
`);

export const SIGN_IN_HEADINGS = words(`
  sign in name, sign in, signin, login, log in, login name, username, user name, user, account,
  benutzername, benutzer, anmeldename, identifiant, nom d utilisateur, usuario, nombre de usuario, nome utente, utente,
  utilizador, gebruikersnaam, nazwa uzytkownika, anvandarnamn, brukernavn, brugernavn, kayttajatunnus,
  uzivatelske jmeno, kullanici adi, логин, имя пользователя, ονομα χρηστη
`);
