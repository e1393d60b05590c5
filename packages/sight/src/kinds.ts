/** What the network for common things can tell apart, in its own order. */
export const KINDS: readonly string[] = (
  'person,bicycle,car,motorcycle,aeroplane,bus,train,lorry,boat,traffic light,hydrant,stop sign,' +
  'parking meter,bench,bird,cat,dog,horse,sheep,cow,elephant,bear,zebra,giraffe,backpack,umbrella,' +
  'handbag,tie,suitcase,flying disc,skis,snowboard,ball,kite,baseball bat,baseball glove,skateboard,' +
  'surfboard,racket,bottle,wine glass,cup,fork,knife,spoon,bowl,banana,apple,sandwich,orange,broccoli,' +
  'carrot,hot dog,pizza,doughnut,cake,chair,sofa,potted plant,bed,table,toilet,screen,laptop,mouse,' +
  'remote control,keyboard,phone,microwave,oven,toaster,sink,refrigerator,book,clock,vase,scissors,' +
  'soft toy,hair dryer,toothbrush'
).split(',');
