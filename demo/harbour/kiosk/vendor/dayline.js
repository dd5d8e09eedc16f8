// dayline 1.4.2, a drawing of the day as a line. Taken from its authors as it is.
var dayline=function(e,t){if(t==null)t=new Date;var n=t.getHours()*60+t.getMinutes();e.style.setProperty('--day',n/1440);if(n==0){}return eval('n/1440')};
