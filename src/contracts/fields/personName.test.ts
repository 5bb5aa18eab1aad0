import { GivenBill } from '#contracts/clients/clients';
import { isCompanyName, isName } from '#contracts/fields/personName';
import { expect } from 'chai';

/** Made-up people with names as they are really formed, by language: particles, initials, two family names, no family name. */
const names: Readonly<Record<string, readonly string[]>> = {
  English: [
    'Ann Lee',
    'J. R. Prins',
    'St. John Ashcombe',
    'St.John Marlowe',
    'Mary-Kate O’Neill',
    "D'Arcy Hale",
    'Dr. Ruth Vane',
    'Will Free',
    'Rob (Bobby) Hale',
    'Ann & Rob Hale',
    'Tom Winner',
    'Price Bankes',
    'Grace Call',
    'Henry Vale III',
  ],
  Welsh: ['Siân ap Rhys', 'Gwenllian Ferch Rhys', 'Llŷr Gwynedd'],
  Irish: ['Ó Dubhghaill', 'Máire Ní Dhónaill', 'Seán Mac Giolla Phádraig', 'Niamh de Búrca'],
  Scottish: ['Iain Mac an t-Saoir', 'Mairi NicLeòid'],
  Portuguese: [
    'Ines Valadar',
    'Ana-Maria d’Oliveira y Santos',
    'Maria da Conceição Gonçalves de Almeida e Sousa',
    'João dos Reis',
    'ines valadar',
    'INÊS VALADAR',
  ],
  Spanish: [
    'María José de la Cruz y Vega',
    'Íñigo Ibáñez',
    'Ana del Río',
    'Julián de los Ángeles Paz',
    'Luis Ángel Ñíguez',
  ],
  Catalan: ['Gal·la Puig i Font', 'Jordi Sant-Feliu', 'Laia d’Alòs'],
  French: ['Jean-Baptiste de La Tour', 'Zoë L’Hermite', 'Mlle. Anaïs Le Goff', 'Hélène du Bois', 'Cœur Lemoine'],
  Italian: ['Nicolò dell’Acqua', 'Maria De Luca', 'Gian Luca della Valle', 'Ugo D’Amato'],
  Romanian: ['Ștefan Țepeș', 'Ioana Bălan', 'Ana-Maria Brâncuș'],
  German: [
    'Prof. Dr. Jürgen von der Heyde',
    'Karl-Heinz Groß',
    'Lena zu Waldeck',
    'Annegret Müller-Lüdenscheidt',
    'Dipl.-Ing. Uwe Voß',
    'Max vom Stein',
  ],
  Dutch: ['Jan van der Berg', "Gijs 't Hart", 'Pieter ter Horst', 'Anna van ’t Veer', 'IJsbrand op den Kamp'],
  Danish: ['Søren Åbye', 'Pernille Bjørn Kjær'],
  Norwegian: ['Håkon Ødegård', 'Kari Nordmann Sæther'],
  Swedish: ['Åsa Öberg', 'Carl af Ugglas', 'Märta Sjöström'],
  Icelandic: ['Þórdís Guðmundsdóttir', 'Björk Sigurðardóttir', 'Ægir Þór Jónsson'],
  Finnish: ['Päivi Hämäläinen', 'Yrjö Äijö'],
  Estonian: ['Õnne Kõiv', 'Jüri Põld'],
  Latvian: ['Jānis Bērziņš', 'Ķristīne Ļaudiņa'],
  Lithuanian: ['Žydrūnas Šimkus', 'Ona Kazlauskaitė'],
  Polish: ['Łukasz Żółć', 'Małgorzata Kowalska-Źrebiec', 'Świętosława Wąs'],
  Czech: ['Jiří Dvořák', 'Anežka Říhová', 'Ondřej Šťastný'],
  Slovak: ['Ľubomír Kováč', 'Ľudmila Ďuricová'],
  Hungarian: ['Szűcs Ödön', 'Őry Tünde', 'Nagy Lászlóné Tóth Éva'],
  Slovene: ['Črt Žagar', 'Špela Kos'],
  Croatian: ['Đurđica Šarić', 'Ćiro Žižić'],
  Albanian: ['Çelë Hoxhë', 'Gjergj Dritëro'],
  Turkish: ['İbrahim Çağlayan', 'Gülşen Özdemiroğlu', 'Yiğit Işık', 'Ali Kemal oğlu Veli'],
  Azerbaijani: ['Əli Həsənov', 'Leyla Rəşid Qızı'],
  Greek: ['Ελένη Παπαδοπούλου', 'Γιώργος Ά. Νικολάου', 'Χρήστος Του Θεού'],
  Russian: ['Анна Сергеевна Белова', 'Пётр Ильич', 'Мария Римская-Корсакова'],
  Ukrainian: ['Олексій Ґудзь', "Дем'ян Заєць", 'Їжакевич Софія'],
  Bulgarian: ['Щерю Ъглов', 'Цветана Желязкова'],
  Serbian: ['Ђорђе Његош', 'Љиљана Џајић'],
  Macedonian: ['Ѓорѓи Ќосев', 'Љупчо Ѕвездан'],
  Armenian: ['Արամ Խաչատրյան', 'Անի Տեր-Պետրոսյան'],
  Georgian: ['ნინო ჯავახიშვილი', 'გიორგი ბერიძე'],
  Hebrew: ['דוד בן-גוריון', 'שרה כהן', 'ג׳ורג׳ לוי'],
  Arabic: [
    'محمد علي',
    'فاطمة بنت أحمد',
    'عبد الرحمن بن خلدون',
    'Ahmad ibn Yusuf al-Masri',
    'Umm Kulthum bint Ali',
    'Noor El-Sayed',
  ],
  Persian: ['علی‌رضا حسینی', 'مریم میرزاخانی', 'Shirin Ebadi-Pour'],
  Urdu: ['ثناء اللہ خان', 'Bilal Ahmed Qureshi'],
  Hindi: ['अनन्या शर्मा', 'राम प्रसाद वर्मा', 'Srinivasa Iyengar'],
  Bengali: ['রবীন্দ্র সেন', 'সুমিতা চট্টোপাধ্যায়'],
  Gujarati: ['જયેશ પટેલ', 'Jayesh N. Patel'],
  Punjabi: ['ਗੁਰਪ੍ਰੀਤ ਕੌਰ', 'Harjit Singh'],
  Tamil: ['செல்வி முருகன்', 'S. Murugan', 'Kumar A/L Ramasamy', 'Devi a/p Muthu'],
  Telugu: ['వెంకట రావు', 'P. V. Rao'],
  Malayalam: ['ലക്ഷ്മി നായർ', 'K. R. Nair'],
  Sinhala: ['නිමල් පෙරේරා', 'W. A. D. P. Perera'],
  Thai: ['สมชาย ใจดี', 'ปรียา วงศ์สุวรรณรัตน์', 'Somchai Jaidee'],
  Vietnamese: ['Nguyễn Thị Hồng Nhung', 'Đỗ Văn An', 'To Huu Ly', 'Vo Thi Be'],
  Indonesian: ['Suharti', 'I Gusti Ayu Putu', 'Siti binti Ahmad', 'Budi'],
  Filipino: ['Juan dela Peña', 'Ma. Luisa Santos'],
  Chinese: ['王小明', '欧阳 娜娜', '司马相如', 'Li Xiaoming', '卡尔·马科斯', 'Wang Xiǎo-Míng'],
  Japanese: ['山田 太郎', 'さくら', '勅使河原 三郎', 'クリストファー・ヤング', '佐々木 のぞみ', 'Ōtani Jun’ichi'],
  Korean: ['김민준', '남궁 서연', 'Kim Min-jun', 'Park Ji-woo'],
  Hawaiian: ['Kaʻiulani Keawe', 'Nāinoa Kahale'],
  Maori: ['Hēmi Te Rangi', 'Āwhina Ngata'],
  Swahili: ['Juma Wa Kamau', 'Ngũgĩ Mwangi'],
  Yoruba: ['Ọlábísí Adébáyọ̀', 'Ṣadé Ògúnlẹ́yẹ'],
  Igbo: ['Chukwuemeka Ọ. Nwaọkọ', 'Ngọzi Eze'],
  Zulu: ['Nomvula kaMthethwa', 'Sipho Dlamini', 'Thandeka Nkosi', 'Lwazi Zulu', 'Nkosazana Cele'],
  Somali: ['Cabdi Warsame Xasan', 'Faadumo Cali'],
  Amharic: ['ሰላም ተስፋዬ', 'አበበ በቀለ'],
};

describe('a name in a letter is a name', () => {
  it('the table has two hundred forms of thirty languages and more', () => {
    expect(Object.keys(names).length).to.be.at.least(30);
    expect(Object.values(names).flat().length).to.be.at.least(200);
  });
  for (const [language, forms] of Object.entries(names))
    it(`${language} names are names`, () => expect(forms.filter((name) => !isName(name))).to.deep.equal([]));

  const none: [why: string, text: string][] = [
    ['a sentence with a number to call', 'Your account is locked, call +1 900 123 4567'],
    ['the same without the number', 'Your account is locked call us'],
    ['in large letters', 'YOUR ACCOUNT IS LOCKED'],
    ['with each word begun large', 'Your Account Is Locked'],
    ['in German', 'Ihr Konto ist gesperrt'],
    ['in Portuguese', 'A sua conta foi bloqueada'],
    ['in Spanish', 'Su Cuenta Está Bloqueada'],
    ['in French', 'Votre compte est bloqué'],
    ['words in small letters', 'meet me behind the house tonight'],
    ['a digit', 'Studio 54'],
    ['digits of another script', 'محمد ٩٠٠١٢٣'],
    ['digits that look wide', 'Ana ９００'],
    ['a number in a ring', 'Ana ①'],
    ['an address of the web', 'buy at cheap.example.com'],
    ['another', 'Visit http://x'],
    ['an address of mail', 'a@b.example'],
    ['a domain in large letters', 'WIN.NOW'],
    ['www', 'www example'],
    ['a call', 'Congratulations! You won'],
    ['markup', '<b>Ines</b>'],
    ['a colon', 'call me: now'],
    ['eleven words', 'One Two Three Four Five Six Seven Eight Nine Ten Eleven'],
    ['two lines', 'Ines\nValadar'],
    ['a field', '{{link}}'],
    ['a picture', 'Ines 🎁'],
    ['signs that turn the line round', 'Ines \u202eradalaV'],
    ['nothing but signs', '. - .'],
    ['nothing', ''],
    ['a sentence in a script without spaces', '您的账户已被锁定请立即致电我们'],
    ['another', 'アカウントがロックされましたので今すぐお電話ください'],
    ['two sentences', 'Something happened. Ask me'],
  ];
  for (const [why, text] of none) it(`${why} is none`, () => expect(isName(text)).to.equal(false));
});

describe('a company in a letter is one line', () => {
  for (const name of ['Müller & Söhne GmbH', 'Studio 54 (Lisbon)', '3 Sisters Ltd.', 'A/S Nord', '株式会社 山田', ''])
    it(`${name || 'none'}`, () => expect(isCompanyName(name)).to.equal(true));
  for (const name of ['Call +1 900 123 4567', 'win at prize.com', 'http://x', 'a@b.example', 'One\nTwo', 'You won!'])
    it(`${JSON.stringify(name)} is none`, () => expect(isCompanyName(name)).to.equal(false));
});

describe('what somebody says of whom documents are for', () => {
  const bill = { company: '', street: '', postcode: '', city: '', country: '', taxNumber: '', billTo: null };
  const wrong: [path: string, given: object][] = [
    ['company', { company: 'Call +1 900 123 4567' }],
    ['street', { street: 'Rua 1\nYour account is locked' }],
    ['billTo.name', { billTo: { name: 'Your account is locked', email: 'ana@example.com' } }],
  ];
  for (const [path, given] of wrong)
    it(`is refused at ${path}`, () => {
      const read = GivenBill.safeParse({ ...bill, ...given });
      expect(read.error?.issues.map((issue) => issue.path.join('.'))).to.deep.equal([path]);
    });
});
