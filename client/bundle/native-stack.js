/** A stack of screens as phones draw it: our pages stand one at a time. The router only asks for one while it is loaded. */
module.exports = { createNativeStackNavigator: () => ({ Navigator: () => null, Screen: () => null }) };
